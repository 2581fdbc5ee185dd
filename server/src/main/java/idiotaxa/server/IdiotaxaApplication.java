package idiotaxa.server;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.security.autoconfigure.UserDetailsServiceAutoConfiguration;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;

/** The web application; with the profile {@code worker} a process that only takes jobs. */
@SpringBootApplication(exclude = UserDetailsServiceAutoConfiguration.class)
@ConfigurationPropertiesScan
public class IdiotaxaApplication {
  public static void main(String[] args) {
    SpringApplication.run(IdiotaxaApplication.class, args);
  }
}
