package idiotaxa.core.bake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class BakeTotalsTest {
  private static SheetReport sheet(String name, long covered, long missed, long conflicts, long... groupTexels) {
    return new SheetReport(
        name, 64, 64, covered, missed, 1, 2, 3, conflicts, groupTexels, List.of(), List.of(), List.of(), 100, 7);
  }

  @Test
  void sheetsAreSummedUp() {
    BakeTotals totals =
        BakeTotals.of(List.of(sheet("1001", 100, 4, 1, 10, 90), sheet("1002", 50, 0, 2, 0, 0, 0, 50)));
    assertThat(totals)
        .isEqualTo(new BakeTotals(150, 4, 2, 4, 6, 3, 10, List.of(1, 3), 200, 14));
  }

  @Test
  void aSheetWithoutGroupsCountsNone() {
    assertThat(BakeTotals.of(List.of(sheet("1001", 5, 5, 0))))
        .isEqualTo(new BakeTotals(5, 5, 1, 2, 3, 0, 0, List.of(), 100, 7));
    assertThat(BakeTotals.of(List.of()).covered()).isZero();
  }
}
