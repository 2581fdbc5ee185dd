package idiotaxa.core.image;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.SplittableRandom;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;
import org.junit.jupiter.api.Test;

class RunDeflaterTest {
  private static byte[] back(byte[] zlib, int length) throws DataFormatException {
    Inflater inflater = new Inflater();
    inflater.setInput(zlib);
    byte[] out = new byte[length + 1];
    int count = 0;
    while (!inflater.finished() && count <= length) {
      int got = inflater.inflate(out, count, out.length - count);
      if (got == 0 && (inflater.needsInput() || inflater.needsDictionary())) {
        break;
      }
      count += got;
    }
    assertThat(inflater.finished()).isTrue();
    assertThat(count).isEqualTo(length);
    return Arrays.copyOf(out, length);
  }

  private static byte[] packed(byte[] data, int pixel) {
    RunDeflater deflater = new RunDeflater(pixel);
    deflater.add(data, data.length);
    return deflater.zlib(data);
  }

  /** Runs of bytes and of pixels, and noise between them, of every share. */
  private static byte[] mixed(SplittableRandom random, int length, int pixel) {
    byte[] data = new byte[length];
    for (int i = 0; i < length; ) {
      int run = 1 + (int) Math.pow(2000, random.nextDouble());
      int kind = random.nextInt(3);
      for (int k = 0; k < run && i < length; k++, i++) {
        boolean isFirst = k < (kind == 1 ? pixel : 1) || i < pixel;
        data[i] =
            kind == 2 || isFirst ? (byte) random.nextInt(256) : data[i - (kind == 1 ? pixel : 1)];
      }
    }
    return data;
  }

  @Test
  void everythingComesBack() throws DataFormatException {
    SplittableRandom random = new SplittableRandom(7);
    for (int round = 0; round < 300; round++) {
      int pixel = 1 + random.nextInt(4);
      byte[] data = mixed(random, random.nextInt(30_000), pixel);
      assertThat(back(packed(data, pixel), data.length)).isEqualTo(data);
    }
  }

  @Test
  void everyLengthOfARunComesBack() throws DataFormatException {
    for (int length = 0; length < 1100; length++) {
      byte[] data = new byte[length];
      assertThat(back(packed(data, 4), length)).isEqualTo(data);
    }
  }

  @Test
  void manyBlocksOfNoiseComeBackHardlyLarger() throws DataFormatException {
    byte[] data = new byte[300_000];
    new SplittableRandom(1).nextBytes(data);
    byte[] packed = packed(data, 3);
    assertThat(back(packed, data.length)).isEqualTo(data);
    assertThat(packed.length).isLessThan(data.length * 101 / 100);
  }

  @Test
  void oneByteThatGoesOnTakesTwoBitsForEach258() {
    assertThat(packed(new byte[1 << 22], 1).length).isLessThan((1 << 22) / 258 / 4 + 200);
  }

  /** Counts of Fibonacci numbers make the deepest tree. */
  @Test
  void codesAreNeverLongerThanTheFormatAllows() {
    int[] counts = new int[40];
    counts[0] = counts[1] = 1;
    for (int i = 2; i < counts.length; i++) {
      counts[i] = counts[i - 1] + counts[i - 2];
    }
    HuffmanCode code = HuffmanCode.of(counts, 15);
    double sum = 0;
    for (int s = 0; s < counts.length; s++) {
      assertThat(code.length(s)).isBetween(1, 15);
      sum += Math.pow(2, -code.length(s));
    }
    assertThat(sum).as("the code is complete").isEqualTo(1);
  }
}
