package idiotaxa.core.mask;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.image.GreyImage;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class MaskPlanTest {
  private static final MaskPlan PLAN =
      MaskPlanJson.parse(
          """
          {"specks": {"texels": 16},
           "borders": [{"from": 1, "into": 2, "px": 4}, {"from": 3, "into": 1, "px": 1}],
           "touchUps": [{"sheet": "1001", "layout": "k", "do": "island", "group": 3, "path": [0.5, 0.5]},
                        {"sheet": "1001", "layout": "k", "do": "stroke", "group": 0, "path": [0, 0, 1, 1], "width": 0.01}],
           "masks": [{"name": "a", "of": [{"group": 1}, {"group": 3, "how": "subtract"}],
                      "steps": [{"do": "grow", "px": 4}, {"do": "shrink", "mm": 4}, {"do": "tighten", "low": 0.1, "high": 0.9}]},
                     {"name": "b", "of": [{"mask": "A"}, {"image": "x-{sheet}.png"}]}],
           "packs": [{"name": "p", "r": {"group": 3}, "g": {"mask": "b"}}]}
          """);

  @Test
  void otherNumbersReachEverythingAndWhatIsGoneIsLeftOut() {
    MaskPlan other = PLAN.withGroups(g -> g == 1 ? 11 : g == 2 ? 12 : 0);
    assertThat(other.edits().borders()).containsExactly(new BorderRule(11, 12, 4));
    assertThat(other.edits().touchUps()).hasSize(1);
    assertThat(other.edits().touchUps().get(0).group()).isZero();
    assertThat(other.masks().get(0).parts()).containsExactly(MaskPart.ofGroup(11, MaskPart.How.ADD));
    assertThat(other.packs().get(0).r()).isNull();
    assertThat(other.packs().get(0).g().mask()).isEqualTo("b");
    assertThat(PLAN.withGroups(g -> g)).isEqualTo(PLAN);
  }

  @Test
  void aSmallerMapHasSmallerStepsButTheSameSurface() {
    MaskPlan half = PLAN.shrunk(2);
    assertThat(half.masks().get(0).steps().get(0)).isEqualTo(MaskStep.px(MaskStep.Kind.GROW, 2));
    assertThat(half.masks().get(0).steps().get(1)).isEqualTo(MaskStep.mm(MaskStep.Kind.SHRINK, 4));
    assertThat(half.masks().get(0).steps().get(2)).isEqualTo(MaskStep.tighten(0.1, 0.9));
    assertThat(half.edits().specks()).isEqualTo(4);
    assertThat(half.edits().borders().get(0).px()).isEqualTo(2);
  }

  @Test
  void gapsNameWhatIsMissingOnWhichSheet() {
    GreyImages images =
        name ->
            name.equals("x-1001.png")
                ? Optional.of(new GreyImage(1, 1, new char[1]))
                : Optional.empty();
    assertThat(PLAN.gaps(Set.of(1, 2, 3), images, List.of("1001"))).isEmpty();
    assertThat(PLAN.gaps(Set.of(1, 2), images, List.of("1001", "1002")))
        .extracting(MaskPlan.Gap::text)
        .containsExactly(
            "the border of 3 towards 1 uses group 3, which is gone.",
            "a uses group 3, which is gone.",
            "b uses the image x-1002.png, which is not there.",
            "p uses group 3, which is gone.");
  }

  @Test
  void aMaskThatComesLaterIsNotBeforeIt() {
    MaskPlan turned =
        new MaskPlan(MapEdits.NONE, List.of(PLAN.masks().get(1), PLAN.masks().get(0)), List.of());
    assertThat(turned.gaps(Set.of(1, 3), GreyImages.NONE, List.of()))
        .extracting(MaskPlan.Gap::text)
        .containsExactly("b uses the mask A, which is not before it in the tray.");
  }

  @Test
  void whatCannotBeMeantIsRefused() {
    assertThatThrownBy(() -> MaskStep.px(MaskStep.Kind.GROW, 513)).hasMessageContaining("0 … 512 px");
    assertThatThrownBy(() -> MaskStep.px(MaskStep.Kind.GROW, Double.NaN)).hasMessageContaining("NaN");
    assertThatThrownBy(() -> MaskStep.mm(MaskStep.Kind.FEATHER, 2)).hasMessageContaining("given in px");
    assertThatThrownBy(() -> MaskStep.tighten(0.5, 0.4)).hasMessageContaining("low first");
    assertThatThrownBy(() -> new MaskPart(1, "a", null, MaskPart.How.ADD))
        .hasMessageContaining("is one of");
    assertThatThrownBy(() -> new MaskSpec(" ", List.of(), List.of(), 8))
        .hasMessageContaining("1 … 80 characters");
    assertThatThrownBy(() -> new MapEdits(5000, List.of(), List.of()))
        .hasMessageContaining("0 … 4096 texels");
    assertThatThrownBy(() -> new PackSpec("", null, null, null, null))
        .hasMessageContaining("a pack needs a name");
  }

  @Test
  void groupsOfAMaskAreThoseOfMasksThatItUses() {
    assertThat(PLAN.groupsOf(PLAN.masks().get(1))).containsExactly(1, 3);
  }
}
