package idiotaxa.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.server.running.RunningApplication;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;

class DatabaseClockTest {
  private static final Instant NOON = Instant.parse("2026-12-01T12:00:00Z");

  private final Deque<Instant> own = new ArrayDeque<>();
  private Instant there = NOON;
  private final DatabaseClock clock =
      new DatabaseClock(
          new Clock() {
            @Override
            public Instant instant() {
              return own.size() > 1 ? own.poll() : own.peek();
            }

            @Override
            public java.time.ZoneId getZone() {
              return ZoneOffset.UTC;
            }

            @Override
            public Clock withZone(java.time.ZoneId zone) {
              return this;
            }
          },
          () -> there);

  private void measure(long beforeMs, long afterMs) {
    own.clear();
    own.addAll(List.of(NOON.plusMillis(beforeMs), NOON.plusMillis(afterMs), NOON.plusMillis(afterMs)));
    clock.measure();
  }

  @Test
  void aClockThatIsAMinuteOffTellsTheDatabasesTime() {
    measure(60_000, 60_100);
    assertThat(clock.ahead()).isEqualTo(Duration.ofMillis(-60_050));
    assertThat(clock.instant()).isEqualTo(NOON.plusMillis(50));
    // Set right meanwhile.
    measure(0, 100);
    assertThat(clock.instant()).isCloseTo(NOON, within(150, ChronoUnit.MILLIS));
  }

  @Test
  void whatIsMeasuredBadlyIsLeft() {
    measure(60_000, 62_000);
    assertThat(clock.ahead()).isZero();
    measure(100, 150);
    assertThat(clock.ahead()).isZero();
  }

  /** In the application itself: a process whose own clock is a minute off agrees with the others and with the database. */
  @Test
  void twoProcessesWithClocksAMinuteApartAgree() {
    DSLContext db = RunningApplication.empty().bean(DSLContext.class);
    java.util.function.Supplier<Instant> database =
        () -> db.fetchSingle("SELECT UTC_TIMESTAMP(6)").get(0, LocalDateTime.class).toInstant(ZoneOffset.UTC);
    DatabaseClock late = new DatabaseClock(Clock.offset(Clock.systemUTC(), Duration.ofSeconds(-60)), database);
    DatabaseClock early = new DatabaseClock(Clock.offset(Clock.systemUTC(), Duration.ofSeconds(60)), database);
    late.measure();
    early.measure();
    assertThat(late.instant()).isCloseTo(early.instant(), within(2, ChronoUnit.SECONDS));
    com.github.kagkarlsson.scheduler.Clock engine = RunningApplication.empty().bean(com.github.kagkarlsson.scheduler.Clock.class);
    assertThat(engine.now()).isCloseTo(late.instant(), within(2, ChronoUnit.SECONDS));
  }
}
