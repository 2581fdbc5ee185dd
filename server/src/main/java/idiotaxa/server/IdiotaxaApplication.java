package idiotaxa.server;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;

/** The web application; with the profile {@code worker} a process that only takes jobs. */
@SpringBootApplication
@ConfigurationPropertiesScan
public class IdiotaxaApplication {
  public static void main(String[] args) {
    SpringApplication.run(IdiotaxaApplication.class, args);
  }
}
