package idiotaxa.server;

import java.util.Arrays;
import java.util.Comparator;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationInfo;
import org.flywaydb.core.api.MigrationVersion;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Brings the database's schema up to this version, and leaves one of a later version alone. */
@Configuration
class SchemaConfig {
  @Bean
  FlywayMigrationStrategy migration() {
    return flyway -> {
      refuseLater(flyway);
      flyway.migrate();
    };
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
