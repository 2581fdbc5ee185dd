package idiotaxa.core.mesh;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;

class TableSizeTest {
  @Test
  void tablesAreAPowerOfTwoAndNeverMoreThanThreeQuartersFull() {
    for (long entries = 0; entries <= 3L << 28; entries = entries * 5 / 4 + 1) {
      int size = TableSize.of((int) entries);
      assertThat(Integer.bitCount(size)).isEqualTo(1);
      assertThat(size * 3L).as("%d entries", entries).isGreaterThanOrEqualTo(entries * 4);
    }
    assertThat(TableSize.of((1 << 20) - 1)).isEqualTo(1 << 21);
    assertThatThrownBy(() -> TableSize.of((3 << 28) + 1)).hasMessageContaining("805306369");
  }
}
