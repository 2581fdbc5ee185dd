package idiotaxa.server;

import java.time.Clock;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The clock that everything asks; always UTC. */
@Configuration
class ClockConfig {
  @Bean
  Clock clock() {
    return Clock.systemUTC();
  }
}
