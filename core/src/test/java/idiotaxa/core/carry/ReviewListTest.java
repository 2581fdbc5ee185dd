package idiotaxa.core.carry;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.alike.AlikePieces;
import idiotaxa.core.carry.ReviewItem.Reason;
import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.claim.RuleFaces;
import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Pieces;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.work.Progress;
import java.util.BitSet;
import java.util.List;
import org.junit.jupiter.api.Test;

class ReviewListTest {
  private static Carried carry(Walls old, Walls fresh) {
    return CarryOver.between(old.mesh(), fresh.mesh(), 1, Progress.NONE).carry(old.groups(), Progress.NONE);
  }

  @Test
  void whatIsNewLostOrRenamedIsListedLargestFirst() {
    Walls old =
        new Walls()
            .addBox("crate", 0, 0, 0, 0.5, 1)
            .addBox("knob_1", 3, 0, 0, 0.1, 2)
            .addBox("knob_2", 4, 0, 0, 0.1, 2)
            .addBox("gone", 0, 5, 0, 0.3, 3);
    Walls fresh =
        new Walls()
            .addBox("grip_1", 3, 0, 0, 0.1, 2)
            .addBox("grip_2", 4, 0, 0, 0.1, 2)
            .addBox("crate", 0, 0, 0, 0.5, 1)
            .addBox("added", 0, -5, 0, 0.4, 0);
    List<ReviewItem> review = ReviewList.of(carry(old, fresh), old.mesh(), fresh.mesh());
    assertThat(review)
        .extracting(ReviewItem::reason)
        .containsExactly(
            Reason.NEW_PART, Reason.LOST_PART, Reason.RENAMED_PART, Reason.RENAMED_PART);
    ReviewItem added = review.get(0);
    assertThat(added.area()).isCloseTo(6 * 0.64, org.assertj.core.data.Offset.offset(1e-5));
    assertThat(added.group()).isZero();
    assertThat(review.get(1).faces()).as("of the old model").hasSize(24).startsWith(72);
    assertThat(review.get(1).newPart()).isEqualTo(-1);
    assertThat(review.get(2).group()).isEqualTo(2);
    assertThat(review.get(2).kin()).as("grips are alike").isEqualTo(review.get(3).kin());
    assertThat(review.get(2).kin()).isNotEqualTo(added.kin());
  }

  @Test
  void facesOfABorderThatHangTogetherAreOneItem() {
    // Stripes of a seventh against rows of an eighth: some rows lie half in each.
    Walls old = new Walls().add("wall", 4, 14, Walls.plate(0, true), 1, 2, 1, 2, 1, 2, 1);
    Walls fresh = new Walls().add("wall", 5, 2, Walls.plate(0, true), 0);
    Carried carried = carry(old, fresh);
    List<ReviewItem> review = ReviewList.of(carried, old.mesh(), fresh.mesh());
    assertThat(review).extracting(ReviewItem::reason).containsOnly(Reason.BORDER);
    assertThat(review).hasSize(1);
    assertThat(review.get(0).faces()).hasSize(10);
  }

  @Test
  void rulesForAlikePiecesFindThemUnderOtherNumbers() {
    Walls old = new Walls().addBox("big", 0, 0, 0, 1, 0);
    Walls fresh = new Walls();
    for (int i = 4; i >= 1; i--) {
      fresh.addBox("pin_" + i, 2 * i, 5, 0, 0.2, 0);
    }
    fresh.addBox("big", 0, 0, 0, 1, 0);
    for (int i = 1; i <= 4; i++) {
      old.addBox("pin_" + i, 2 * i, 5, 0, 0.2, 0);
    }
    Mesh before = old.mesh();
    Mesh after = fresh.mesh();
    ClaimRule rule = new ClaimRule(ClaimRule.Kind.ALIKE, "pin_2", 24 + 24 + 3, 7, 1);
    BitSet reached = faces(before).of(rule);
    assertThat(reached.cardinality()).isEqualTo(96);
    Carried carried = carry(old, fresh);
    FaceLabels pieces = Pieces.of(before, Weld.of(before));
    ClaimRule moved = RuleCarry.carry(rule, reached, pieces, carried, after);
    assertThat(moved.word()).isEqualTo("pin_2");
    assertThat(faces(after).of(moved).stream()).hasSize(96).allMatch(f -> f < 96);
    // The piece that the rule was made from may be gone.
    Walls without = new Walls().addBox("big", 0, 0, 0, 1, 0).addBox("pin_4", 8, 5, 0, 0.2, 0);
    ClaimRule left =
        RuleCarry.carry(rule, reached, pieces, carry(old, without), without.mesh());
    assertThat(faces(without.mesh()).of(left).cardinality()).isEqualTo(24);
    Walls none = new Walls().addBox("big", 0, 0, 0, 1, 0);
    ClaimRule lost = RuleCarry.carry(rule, reached, pieces, carry(old, none), none.mesh());
    assertThat(faces(none.mesh()).of(lost).isEmpty()).isTrue();
    ClaimRule named = ClaimRule.of(ClaimRule.Kind.PART, "pin", 7, 1);
    assertThat(RuleCarry.carry(named, reached, pieces, carried, after)).isEqualTo(named);
  }

  private static RuleFaces faces(Mesh mesh) {
    Weld weld = Weld.of(mesh);
    FaceLabels pieces = Pieces.of(mesh, weld);
    return new RuleFaces(
        mesh, pieces, () -> AlikePieces.of(mesh, weld, pieces, AlikePieces.TOLERANCE));
  }
}
