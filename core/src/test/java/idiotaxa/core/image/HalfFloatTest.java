package idiotaxa.core.image;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.OutputStream;
import java.util.List;
import org.junit.jupiter.api.Test;

class HalfFloatTest {
  /** By the definition of the format: 5 bits of exponent, biased by 15, 10 of the significand. */
  private static double value(short half) {
    int exponent = half >> 10 & 31;
    return exponent == 0
        ? (half & 1023) / 1024.0 / (1 << 14)
        : (1 + (half & 1023) / 1024.0) * Math.pow(2, exponent - 15);
  }

  @Test
  void everyStepIsExact() {
    for (int steps = 0; steps <= HalfFloat.STEPS; steps++) {
      assertThat(value(HalfFloat.ofSteps(steps))).isEqualTo(steps / 2048.0);
    }
  }

  @Test
  void channelsAreInTheOrderThatTheFormatWants() {
    assertThatThrownBy(
            () ->
                ExrWriter.write(
                    1, 1, List.of("b.C", "a.C"), null, 1, OutputStream.nullOutputStream()))
        .hasMessageContaining("not in order");
  }
}
