package idiotaxa.server;

import java.time.Duration;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationInfo;
import org.flywaydb.core.api.MigrationVersion;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Brings the database's schema up to this version, and leaves one of a later version alone. */
@Configuration
class SchemaConfig {
  private static final Logger LOG = LoggerFactory.getLogger(SchemaConfig.class);

  /** A process that is told to stop has given back its jobs by then, and one that was killed is silent. */
  private static final Duration PATIENCE = Duration.ofSeconds(40);

  private static final long LOOK_MS = 2000;

  @Bean
  FlywayMigrationStrategy migration() {
    return flyway -> {
      refuseLater(flyway);
      waitForEarlier(flyway);
      flyway.migrate();
    };
  }

  /** Processes of the earlier version would go on with a schema that they do not know: they end first. */
  static void waitForEarlier(Flyway flyway) {
    MigrationInfo[] pending = flyway.info().pending();
    if (pending.length == 0) {
      return;
    }
    LivingProcesses processes = new LivingProcesses(flyway.getConfiguration().getDataSource());
    long end = System.nanoTime() + PATIENCE.toNanos();
    List<String> living = processes.names();
    while (!living.isEmpty() && System.nanoTime() < end) {
      LOG.info("The schema is brought up to {} when these have ended: {}", pending[pending.length - 1].getVersion(), living);
      pause();
      living = processes.names();
    }
    if (!living.isEmpty()) {
      throw new StartProblem(
          "Processes of an earlier version still use the database: " + String.join(", ", living) + ".",
          "Stop them (applications and workers), then start this version; nothing was changed.");
    }
  }

  private static void pause() {
    try {
      Thread.sleep(LOOK_MS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(e);
    }
  }

  private static void refuseLater(Flyway flyway) {
    MigrationInfo[] all = flyway.info().all();
    Optional<MigrationVersion> known = newest(all, i -> i.getState().isResolved());
    Optional<MigrationVersion> applied = newest(all, i -> i.getState().isApplied());
    if (known.isPresent() && applied.isPresent() && applied.get().isNewerThan(known.get())) {
      throw new StartProblem(
          "The database has schema %s and this application knows those up to %s: a later version has used it."
              .formatted(applied.get(), known.get()),
          "Start the later version, or restore a backup from before into an empty database.");
    }
  }

  private static Optional<MigrationVersion> newest(MigrationInfo[] all, Predicate<MigrationInfo> which) {
    return Arrays.stream(all)
        .filter(which)
        .map(MigrationInfo::getVersion)
        .filter(Objects::nonNull)
        .max(Comparator.naturalOrder());
  }
}
