package idiotaxa.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ShareWordsTest {
  @ParameterizedTest
  @CsvSource({
    "0, 0 %",
    "1, 100 %",
    "0.5, 50.0 %",
    "0.9996, 99.96 %",
    "0.9999952, 99.9995 %",
    "0.0000048, 0.0005 %",
    "0.001, 0.1 %"
  })
  void sharesAreSaidAsExactlyAsTheyNeed(double share, String words) {
    assertThat(ShareWords.percent(share)).isEqualTo(words);
  }

  @Test
  void nothingIsRoundedToNoneOrAll() {
    SplittableRandom random = new SplittableRandom(3);
    for (int i = 0; i < 10_000; i++) {
      long all = random.nextLong(2, 1L << 26);
      long some = random.nextInt(3) == 0 ? 1 : random.nextInt(2) == 0 ? all - 1 : random.nextLong(1, all);
      assertThat(ShareWords.percent(some / (double) all)).isNotIn("0 %", "100 %", "0.0 %", "100.0 %");
    }
  }
}
