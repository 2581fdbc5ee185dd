package idiotaxa.server.job;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

class DatabaseProgressTest {
  private final List<String> written = new ArrayList<>();
  private final List<Double> secondsLeft = new ArrayList<>();
  private final AtomicInteger asked = new AtomicInteger();
  private boolean isCancelled;

  private final DatabaseProgress progress =
      new DatabaseProgress(
          (doing, share, left) -> {
            written.add(doing);
            secondsLeft.add(left);
          },
          () -> {
            asked.incrementAndGet();
            return isCancelled;
          });

  @Test
  void anotherDoingIsWrittenAtOnceTheSameOnlyNowAndThen() {
    progress.at("building the hierarchy", 0);
    for (int i = 0; i < 1000; i++) {
      progress.at("reading texel centres", i / 1000.0);
    }
    assertThat(written).startsWith("building the hierarchy", "reading texel centres");
    assertThat(written.size()).isLessThan(20);
  }

  @Test
  void texelsStandInTheWordsOfTheirOwnWorkOnly() {
    progress.texels(1_500_000, 16_777_216);
    progress.at("sampling borders", 0.7);
    progress.at("storing the maps", 1);
    assertThat(written)
        .containsExactly("sampling borders, 1.5 of 16.8 million texels", "storing the maps");
  }

  @Test
  void timeLeftIsToldOnceTheShareMeansSomething() {
    progress.at("building the hierarchy", 0);
    progress.at("reading texel centres", 0.01);
    progress.at("sampling borders", 0.5);
    assertThat(secondsLeft.get(0)).isNull();
    assertThat(secondsLeft.get(1)).isNull();
    assertThat(secondsLeft.get(2)).isPositive();
  }

  @Test
  void aCancelIsKeptAndTheDatabaseAskedSeldom() {
    for (int i = 0; i < 1000; i++) {
      assertThat(progress.isCancelled()).isFalse();
    }
    assertThat(asked.get()).isLessThan(20);
    isCancelled = true;
    DatabaseProgress later = new DatabaseProgress((doing, share, left) -> {}, () -> isCancelled);
    assertThat(later.isCancelled()).isTrue();
    isCancelled = false;
    assertThat(later.isCancelled()).isTrue();
  }
}
