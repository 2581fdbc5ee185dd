package idiotaxa.core.reach;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.reach.ReachSurvey.PartReach;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;

class ReachSurveyTest {
  private static PartReach part(double from, double to, int... counts) {
    return new PartReach("a", Arrays.stream(counts).sum(), 1, new Reach(to, -from), from, to, counts);
  }

  private final PartReach whole =
      new ReachSurvey(
              new Reach(0.02, 0.012),
              List.of(part(-0.01, 0.03, 0, 4, 0, 8), part(-0.005, 0.01, 2, 1)),
              List.of())
          .whole();

  @Test
  void theWholeSpansWhatAnyPartAndTheProposalSpan() {
    assertThat(whole.from()).isEqualTo(-0.012);
    assertThat(whole.to()).isEqualTo(0.03);
    assertThat(whole.part()).isEmpty();
  }

  @Test
  void noPointIsLost() {
    assertThat(Arrays.stream(whole.counts()).sum()).isEqualTo(15);
    assertThat(whole.points()).isEqualTo(15);
    assertThat(whole.unmatched()).isEqualTo(2);
  }

  @Test
  void pointsStayWhereTheyWere() {
    double step = (whole.to() - whole.from()) / whole.counts().length;
    for (int i = 0; i < whole.counts().length; i++) {
      double middle = whole.from() + (i + 0.5) * step;
      // The class of eight has its middle at 2.5 cm.
      assertThat(whole.counts()[i] == 8).isEqualTo(Math.abs(middle - 0.025) < step / 2);
    }
  }

  @Test
  void surveysWithoutPartsAreEmptyAndNotWrong() {
    PartReach none = new ReachSurvey(new Reach(0, 0), List.of(), List.of()).whole();
    assertThat(none.points()).isZero();
    assertThat(Arrays.stream(none.counts()).sum()).isZero();
  }
}
