package idiotaxa.server;

import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import javax.sql.DataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.core.simple.JdbcClient;

/** The clock that everything asks, the job engine too; always UTC. */
@Configuration
class ClockConfig {
  private static final Logger LOG = LoggerFactory.getLogger(ClockConfig.class);
  private static final long INTERVAL_SECONDS = 60;

  @Bean(destroyMethod = "")
  DatabaseClock clock(DataSource database) {
    JdbcClient jdbc = JdbcClient.create(database);
    DatabaseClock clock =
        new DatabaseClock(
            Clock.systemUTC(),
            () -> jdbc.sql("SELECT UTC_TIMESTAMP(6)").query(LocalDateTime.class).single().toInstant(ZoneOffset.UTC));
    clock.measure();
    return clock;
  }

  @Bean(destroyMethod = "shutdownNow")
  ScheduledExecutorService clockMeasuring(DatabaseClock clock) {
    // It keeps no process alive: the command that makes an account ends when it is done.
    ScheduledExecutorService measuring =
        Executors.newSingleThreadScheduledExecutor(
            work -> {
              Thread thread = new Thread(work, "clock");
              thread.setDaemon(true);
              return thread;
            });
    measuring.scheduleWithFixedDelay(() -> measure(clock), INTERVAL_SECONDS, INTERVAL_SECONDS, TimeUnit.SECONDS);
    return measuring;
  }

  private static void measure(DatabaseClock clock) {
    try {
      clock.measure();
    } catch (RuntimeException e) {
      LOG.debug("The database was not there to be asked for its time", e);
    }
  }

  /** Who writes a heartbeat and who judges it go by the same clock. */
  @Bean
  com.github.kagkarlsson.scheduler.Clock engineClock(DatabaseClock clock) {
    return clock::instant;
  }

  @Bean
  MeterBinder clockMeter(DatabaseClock clock) {
    return registry ->
        Gauge.builder("idiotaxa.clock.behind.database", clock, c -> c.ahead().toMillis() / 1000.0)
            .baseUnit("seconds")
            .register(registry);
  }
}
