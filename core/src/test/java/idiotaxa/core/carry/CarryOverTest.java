package idiotaxa.core.carry;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.align.Alignment;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.work.Progress;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class CarryOverTest {
  private static Carried carry(Mesh old, int[] groups, Mesh fresh) {
    return CarryOver.between(old, fresh, 2, Progress.NONE).carry(groups, Progress.NONE);
  }

  private static Carried carry(Walls old, Walls fresh) {
    return carry(old.mesh(), old.groups(), fresh.mesh());
  }

  private static PartChange part(Carried carried, String newName) {
    return carried.parts().stream()
        .filter(p -> p.newName().equals(newName))
        .findFirst()
        .orElseThrow();
  }

  private static void checkSure(Carried carried, Walls fresh) {
    assertThat(carried.groups()).isEqualTo(fresh.groups());
    for (float confidence : carried.confidence()) {
      assertThat(confidence).isGreaterThanOrEqualTo((float) Carried.SURE);
    }
  }

  private static Walls drum(int columns, int rows) {
    return new Walls().add("drum", columns, rows, Walls.tube(0, 0, 0.5, 2), 1, 2, 1, 3);
  }

  @ParameterizedTest
  @CsvSource({"24, 8", "48, 40", "60, 16", "12, 4", "31, 20"})
  void finerAndCoarserCutsKeepTheirBands(int columns, int rows) {
    Walls fresh = drum(columns, rows);
    Carried carried = carry(drum(24, 8), fresh);
    checkSure(carried, fresh);
    assertThat(part(carried, "drum").kind()).isEqualTo(PartChange.Kind.KEPT);
    assertThat(part(carried, "drum").shape())
        .isEqualTo(columns == 24 ? PartChange.Shape.SAME : PartChange.Shape.RECUT);
  }

  @Test
  void aFaceAcrossTwoGroupsTakesTheLargerAndIsUncertain() {
    Walls old = new Walls().add("wall", 5, 12, Walls.plate(0, true), 1, 2);
    // Rows of a third: the middle one lies half in each; of a fifth less two, 3 : 2.
    Carried carried = carry(old, new Walls().add("wall", 1, 3, Walls.plate(0, true), 0, 0, 0));
    assertThat(carried.groups()[0]).isEqualTo(1);
    assertThat(carried.groups()[2]).isEqualTo(2);
    assertThat(carried.confidence()[1]).isLessThan((float) Carried.SURE);
    assertThat(carried.confidence()[0]).isEqualTo(1);
  }

  @Test
  void orderOfFacesDoesNotMatter() {
    Walls fresh = drum(24, 8).shuffled(3);
    checkSure(carry(drum(24, 8).shuffled(1), fresh), fresh);
  }

  @ParameterizedTest
  @ValueSource(booleans = {false, true})
  void aMirroredOrTurnedModelIsFoundByItsNames(boolean isTurned) {
    Walls walls =
        new Walls()
            .addBox("crate", 2, 0, 0, 0.5, 1)
            .addBox("post", -1, 1, 0.3, 0.2, 2)
            .add("wall", 4, 8, Walls.plate(1, true), 1, 2);
    Mesh fresh = isTurned ? walls.mesh(1, true) : walls.mesh(-1, false);
    Carried carried = carry(walls.mesh(), walls.groups(), fresh);
    checkSure(carried, walls);
    assertThat(carried.parts()).allMatch(p -> p.kind() == PartChange.Kind.KEPT);
  }

  @Test
  void frontAndBackOfAThinWallDoNotMix() {
    Walls old = wall(4, 0.0005, 0);
    Walls fresh = wall(7, 0.0005, 0.0006);
    checkSure(carry(old, fresh), fresh);
  }

  /** Two sides of one part, of two groups, so near that a movement carries one beyond the other. */
  private static Walls wall(int cuts, double thickness, double z) {
    return new Walls()
        .add("wall", cuts, cuts, Walls.plate(z, true), 1)
        .add("wall", cuts, cuts, Walls.plate(z - thickness, false), 2);
  }

  @Test
  void closeNeighboursKeepTheirOwn() {
    Walls old =
        new Walls()
            .add("pipe", 24, 4, Walls.tube(0, 0, 0.1, 1), 1)
            .add("sleeve", 24, 4, Walls.tube(0, 0, 0.1004, 1), 2);
    Walls fresh =
        new Walls()
            .add("pipe", 17, 6, Walls.tube(0, 0, 0.1, 1), 1)
            .add("sleeve", 31, 3, Walls.tube(0, 0, 0.1004, 1), 2);
    checkSure(carry(old, fresh), fresh);
  }

  @Test
  void aNewPartThatTouchesAnOldOneStaysWithoutGroup() {
    Walls old = new Walls().addBox("crate", 0, 0, 0, 0.5, 1).addBox("far", 3, 0, 0, 0.5, 2);
    Walls fresh =
        new Walls()
            .addBox("lid", 0, 0.7, 0, 0.2, 0)
            .addBox("beside", 1, 0, 0, 0.5, 0)
            .add("mat", 2, 2, (s, t) -> new double[] {t - 0.5, 0.504, s - 0.5}, 0)
            .addBox("crate", 0, 0, 0, 0.5, 1)
            .addBox("far", 3, 0, 0, 0.5, 2);
    Carried carried = carry(old, fresh);
    checkSure(carried, fresh);
    assertThat(List.of("lid", "beside", "mat"))
        .allMatch(name -> part(carried, name).kind() == PartChange.Kind.NEW);
  }

  @ParameterizedTest
  @ValueSource(doubles = {0.0004, 0.02, 0.3})
  void aPartThatMovedTakesItsGroupsAlong(double by) {
    Walls old = new Walls().add("sign", 10, 20, Walls.plate(0, true), 1, 2, 3, 4).addBox("base", 0, -1, 0, 0.5, 5);
    Walls fresh =
        new Walls()
            .add("sign", 10, 20, (s, t) -> new double[] {s + by, t + by, 0}, 1, 2, 3, 4)
            .addBox("base", 0, -1, 0, 0.5, 5);
    Carried carried = carry(old, fresh);
    checkSure(carried, fresh);
    assertThat(part(carried, "sign").shape()).isEqualTo(PartChange.Shape.MOVED);
    assertThat(part(carried, "sign").movedBy()).isCloseTo(by * Math.sqrt(2), within(1e-6));
    assertThat(part(carried, "base").isUnchanged()).isTrue();
  }

  private static org.assertj.core.data.Offset<Double> within(double slack) {
    return org.assertj.core.data.Offset.offset(slack);
  }

  @Test
  void numbersThatMovedOnAreToldByPlaceAndTheInsertedPartIsNew() {
    Walls old = new Walls();
    Walls fresh = new Walls();
    for (int i = 0; i < 5; i++) {
      old.addBox("bolt_" + i, i, 0, 0, 0.1, 10 + i);
    }
    for (int i = 0; i < 6; i++) {
      // A new one stands third, between others.
      double x = i < 2 ? i : i == 2 ? 1.5 : i - 1;
      fresh.addBox("bolt_" + i, x, 0, 0, 0.1, i < 2 ? 10 + i : i == 2 ? 0 : 9 + i);
    }
    Carried carried = carry(old, fresh);
    checkSure(carried, fresh);
    assertThat(part(carried, "bolt_2").kind()).isEqualTo(PartChange.Kind.NEW);
    assertThat(part(carried, "bolt_5").oldName()).isEqualTo("bolt_4");
  }

  @Test
  void renamedJoinedAndCutOutPartsAreFound() {
    Walls old =
        new Walls()
            .addBox("cap", 0, 2, 0, 0.3, 1)
            .addBox("left", -1, 0, 0, 0.5, 2)
            .addBox("right", 1, 0, 0, 0.5, 3)
            .add("shell", 12, 8, Walls.tube(5, 0, 1, 2), 4, 5)
            .addBox("gone", 9, 9, 9, 0.5, 6);
    Walls fresh =
        new Walls()
            .addBox("lid", 0, 2, 0, 0.3, 1)
            .addBox("both", -1, 0, 0, 0.5, 2)
            .addBox("both", 1, 0, 0, 0.5, 3)
            .add("lower", 12, 4, Walls.tube(5, 0, 1, 1), 4)
            .add(
                "upper",
                12,
                4,
                (s, t) -> {
                  double[] p = Walls.tube(5, 0, 1, 1).at(s, t);
                  p[1] += 1;
                  return p;
                },
                5);
    Carried carried = carry(old, fresh);
    checkSure(carried, fresh);
    assertThat(told(carried))
        .containsExactly(
            "renamed cap lid", "renamed left both", "renamed shell lower", "cut shell upper", "joined right both",
            "lost gone ");
  }

  @Test
  void renamedAndMovedPartsAreFoundByTheirShape() {
    Walls old = new Walls().addBox("lamp", 0, 2, 0, 0.3, 1).addBox("base", 0, 0, 0, 1, 2);
    Walls fresh = new Walls().addBox("lantern", 0, 2.2, 0, 0.3, 1).addBox("base", 0, 0, 0, 1, 2);
    Carried carried = carry(old, fresh);
    checkSure(carried, fresh);
    assertThat(part(carried, "lantern").kind()).isEqualTo(PartChange.Kind.RENAMED);
    assertThat(part(carried, "lantern").oldName()).isEqualTo("lamp");
  }

  private static List<String> told(Carried carried) {
    return carried.parts().stream().map(p -> p.kind().word() + " " + p.oldName() + " " + p.newName()).toList();
  }

  @Test
  void everyOldPartAndGroupIsInExactlyOneList() {
    Walls old = new Walls().add("mast", 8, 50, Walls.tube(9, 0, 0.2, 2), stripes(50, 24));
    Walls fresh = new Walls().add("mast", 8, 8, Walls.tube(9, 0, 0.2, 2), 1);
    for (int i = 0; i < 5; i++) {
      old.addBox("bolt_" + i, i, 0, 0, 0.1, 3);
      fresh.addBox("bolts", i, 0, 0, 0.1, 3);
    }
    old.addBox("gone", 5, 5, 5, 0.2, 4);
    Mesh before = old.mesh();
    Carried carried = carry(before, old.groups(), fresh.mesh());
    List<Integer> oldParts = new ArrayList<>();
    List<Integer> newParts = new ArrayList<>();
    for (PartChange part : carried.parts()) {
      if (part.kind() != PartChange.Kind.NEW && part.kind() != PartChange.Kind.CUT) {
        oldParts.add(part.oldPart());
      }
      if (part.kind() != PartChange.Kind.LOST && part.kind() != PartChange.Kind.JOINED) {
        newParts.add(part.newPart());
      }
    }
    assertThat(oldParts).containsExactlyInAnyOrder(0, 1, 2, 3, 4, 5, 6);
    assertThat(newParts).containsExactlyInAnyOrder(0, 1);
    assertThat(told(carried)).filteredOn(t -> t.startsWith("joined")).hasSize(4);
    List<OldGroups.Fate> fates = OldGroups.of(before, old.groups(), carried);
    assertThat(fates).extracting(OldGroups.Fate::group).containsExactly(1, 2, 3, 4);
    assertThat(fates).extracting(OldGroups.Fate::isKept).containsExactly(true, false, true, false);
    assertThat(fates.get(1).isSwallowed()).isTrue();
    assertThat(fates.get(3).isSwallowed()).isFalse();
  }

  /** All of group 1 but one, which is of group 2. */
  private static int[] stripes(int count, int other) {
    int[] groups = new int[count];
    Arrays.fill(groups, 1);
    groups[other] = 2;
    return groups;
  }

  @ParameterizedTest
  @CsvSource({"3, 3", "3, 5"})
  void platesCloseTogetherThatWereRenumberedKeepTheirGroups(int cuts, int cutsNow) {
    Walls old = new Walls().addBox("far", 6, 0, 0, 0.5, 9);
    Walls fresh = new Walls().addBox("far", 6, 0, 0, 0.5, 9);
    int number = 0;
    for (int i = 0; i < 10; i++) {
      double z = 0.03 * i;
      addPlate(old, "plate_" + i, cuts, z, 1 + i % 4);
      if (i != 4) {
        addPlate(fresh, "plate_" + number++, cutsNow, z, 1 + i % 4);
      }
    }
    Carried carried = carry(old, fresh);
    checkSure(carried, fresh);
    assertThat(told(carried)).contains("renamed plate_5 plate_4", "lost plate_4 ");
  }

  /** Both sides, 15 mm apart. */
  private static void addPlate(Walls walls, String name, int cuts, double z, int group) {
    walls.add(name, cuts, cuts, Walls.plate(z + 0.015, true), group);
    walls.add(name, cuts, cuts, Walls.plate(z, false), group);
  }

  @ParameterizedTest
  @CsvSource({"40, 40", "40, 52"})
  void tubesInEachOtherWhoseNamesWereSwappedAreToldByPlace(int columns, int columnsNow) {
    Walls old =
        new Walls()
            .add("outer", columns, 2, Walls.tube(0, 0, 1, 2), 1)
            .add("inner", columns, 2, Walls.tube(0, 0, 0.99, 2), 2);
    Walls fresh =
        new Walls()
            .add("inner", columnsNow, 2, Walls.tube(0, 0, 1, 2), 1)
            .add("outer", columnsNow, 2, Walls.tube(0, 0, 0.99, 2), 2);
    checkSure(carry(old, fresh), fresh);
  }

  /** About the y axis through the middle of a tube at (0, 0), which it lays on itself. */
  @ParameterizedTest
  @ValueSource(doubles = {20, 45, 90, 137, 180})
  void aPartThatWasTurnedTakesItsGroupsAlongFaceByFace(double degrees) {
    int[] columns = new int[36];
    Arrays.setAll(columns, i -> 1 + i / 12);
    Walls old = new Walls().addBox("base", 0, -2, 0, 0.5, 9);
    Walls fresh = new Walls().addBox("base", 0, -2, 0, 0.5, 9);
    double turn = Math.toRadians(degrees);
    for (int i = 0; i < 36; i++) {
      int column = i;
      old.add("ring", 1, 2, (s, t) -> onRing((column + s) / 36, t, 0), columns[i]);
      fresh.add("ring", 1, 2, (s, t) -> onRing((column + s) / 36, t, turn), columns[i]);
    }
    checkSure(carry(old, fresh), fresh);
  }

  private static double[] onRing(double s, double t, double turn) {
    double a = -2 * Math.PI * s + turn;
    return new double[] {0.5 * StrictMath.cos(a), t, 0.5 * StrictMath.sin(a)};
  }

  @Test
  void aRoundPartThatWasTurnedOverAndCutAnewIsNotSure() {
    int[] groups = {1, 2, 3};
    Walls old = new Walls().addBox("base", 0, -2, 0, 0.5, 9);
    Walls fresh = new Walls().addBox("base", 0, -2, 0, 0.5, 9);
    for (int i = 0; i < 36; i++) {
      int column = i;
      old.add("ring", 1, 3, (s, t) -> onRing((column + s) / 36, t, 0), groups[i / 12]);
    }
    for (int i = 0; i < 48; i++) {
      int column = i;
      // Laid down: what was up looks along x.
      fresh.add("ring", 1, 3, (s, t) -> laidDown(onRing((column + s) / 48, t, 0)), groups[i / 16]);
    }
    Carried carried = carry(old, fresh);
    for (int f = 24; f < carried.groups().length; f++) {
      assertThat(carried.confidence()[f]).as("face %d", f).isLessThan((float) Carried.SURE);
    }
    assertThat(ReviewList.of(carried, old.mesh(), fresh.mesh()))
        .extracting(ReviewItem::reason)
        .containsExactly(ReviewItem.Reason.SYMMETRIC);
  }

  private static double[] laidDown(double[] p) {
    return new double[] {p[1] - 0.5, 0.5 - p[0], p[2]};
  }

  @Test
  void facesThatCoincideKeepTheirsInOrderAndAreNotSureOtherwise() {
    Walls twice =
        new Walls()
            .add("wall", 3, 3, Walls.plate(0, true), 1)
            .add("wall", 3, 3, Walls.plate(0, true), 2)
            .add("wall", 3, 3, Walls.plate(-0.5, false), 3);
    checkSure(carry(twice, twice), twice);
    Walls shuffled =
        new Walls()
            .add("wall", 3, 3, Walls.plate(-0.5, false), 3)
            .add("wall", 3, 3, Walls.plate(0, true), 2)
            .add("wall", 3, 3, Walls.plate(0, true), 1);
    Carried carried = carry(twice, shuffled);
    for (int f = 0; f < 27; f++) {
      boolean isSure = carried.confidence()[f] >= Carried.SURE;
      assertThat(isSure).as("face %d", f).isEqualTo(f < 9);
      assertThat(carried.doubt()[f]).isEqualTo(f < 9 ? Doubt.NONE : Doubt.NEARLY_AS_GOOD);
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {12, 17, 20, 25})
  void aCoarserOuterShellIsNotSilentlyTakenForTheInnerOne(int columnsNow) {
    Walls old =
        new Walls()
            .add("shells", 40, 3, Walls.tube(0, 0, 1, 1), 1)
            .add("shells", 40, 3, Walls.tube(0, 0, 0.99, 1), 2);
    Walls fresh =
        new Walls()
            .add("shells", columnsNow, 3, Walls.tube(0, 0, 1, 1), 1)
            .add("shells", columnsNow, 3, Walls.tube(0, 0, 0.99, 1), 2);
    Carried carried = carry(old, fresh);
    for (int f = 0; f < carried.groups().length; f++) {
      if (carried.groups()[f] != fresh.groups()[f]) {
        assertThat(carried.confidence()[f]).as("face %d", f).isLessThan((float) Carried.SURE);
      }
    }
  }

  @Test
  void aFaceThatLiesToSevenTenthsInOneGroupSaysSoAndIsOfferedAsABorder() {
    Walls old = new Walls().add("wall", 1, 10, Walls.plate(0, true), 1, 1, 1, 1, 1, 1, 1, 2, 2, 2);
    Walls fresh = new Walls().add("wall", 1, 1, Walls.plate(0, true), 1);
    Carried carried = carry(old, fresh);
    assertThat(carried.groups()).containsExactly(1);
    assertThat(carried.confidence()[0]).isBetween(0.65f, 0.75f);
    assertThat(ReviewList.of(carried, old.mesh(), fresh.mesh()))
        .extracting(ReviewItem::reason)
        .containsExactly(ReviewItem.Reason.BORDER);
  }

  @Test
  void aPartThatWasRenamedAndCarriedFarAwayIsNotNewAndLost() {
    Walls old = new Walls().addBox("base", 0, 0, 0, 0.5, 1).add("sign", 4, 6, Walls.plate(2, true), 2, 3);
    Walls fresh =
        new Walls()
            .addBox("base", 0, 0, 0, 0.5, 1)
            .add("board", 4, 6, (s, t) -> new double[] {3 + t, 2 - s, 9}, 2, 3);
    Carried carried = carry(old, fresh);
    checkSure(carried, fresh);
    assertThat(told(carried)).containsExactly("kept base base", "renamed sign board");
  }

  @Test
  void aModelThatCameTurnedOrInOtherUnitsIsTold() {
    Walls walls =
        new Walls().addBox("base", 0, 0, 0, 0.5, 1).addBox("arm", 1.5, 0.4, 0, 0.3, 2).addBox("tip", 2.5, 1.4, 0.3, 0.1, 3);
    Mesh mesh = walls.mesh();
    assertThat(WholeMove.of(mesh, mesh, 2)).isEmpty();
    double[] zUp = {1, 0, 0, 0, 0, -1, 0, 1, 0};
    Mesh turned = new Alignment(zUp, 1, new double[3]).apply(mesh);
    assertThat(WholeMove.of(mesh, turned, 2).orElseThrow().words()).contains("turn");
    Mesh inCentimetres = new Alignment(Alignment.NONE.rotation(), 100, new double[3]).apply(mesh);
    assertThat(WholeMove.of(mesh, inCentimetres, 2).orElseThrow().words()).contains("scale by 0.01");
  }

  @Test
  void whatWasWeldedOntoAKnownPartIsNewSurface() {
    Walls old = new Walls().add("hull", 40, 40, Walls.tube(0, 0, 1, 2), 1, 2);
    Walls fresh =
        new Walls()
            .add("hull", 40, 40, Walls.tube(0, 0, 1, 2), 1, 2)
            .addBox("hull", 1.7, 1, 0, 0.2, 0);
    Carried carried = carry(old, fresh);
    assertThat(carried.groups()).isEqualTo(fresh.groups());
    List<ReviewItem> review = ReviewList.of(carried, old.mesh(), fresh.mesh());
    assertThat(review).hasSize(1);
    assertThat(review.get(0).reason()).isEqualTo(ReviewItem.Reason.NEW_SURFACE);
    assertThat(review.get(0).faces()).hasSize(24).startsWith(1600);
  }

  @Test
  void unwrappedAnewIsTold() {
    assertThat(layout(0, 0)).isEqualTo(PartChange.Layout.SAME);
    assertThat(layout(0, 0.1)).isEqualTo(PartChange.Layout.ANEW);
  }

  private static PartChange.Layout layout(double oldShift, double newShift) {
    Carried carried = carry(withUvs(oldShift), new int[2], withUvs(newShift));
    return part(carried, "plate").layout();
  }

  private static Mesh withUvs(double shift) {
    MeshBuilder builder = new MeshBuilder();
    builder.part("plate");
    for (int q = 0; q < 2; q++) {
      builder.face(0, Mesh.NO_MATERIAL);
      for (int k = 0; k < 4; k++) {
        double x = q + (k == 1 || k == 2 ? 1 : 0);
        double y = k > 1 ? 1 : 0;
        builder.corner(builder.vertex(x, y, 0));
        builder.uv((float) (0.4 * x + shift), (float) (0.4 * y));
      }
    }
    return builder.build();
  }

  @Test
  void facesWithoutSurfaceAndEmptyModelsDoNoHarm() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("wall");
    int a = builder.vertex(0.5, 0.5, 0);
    builder.polygon(0, Mesh.NO_MATERIAL, a, a, a);
    Mesh point = builder.build();
    Walls old = new Walls().add("wall", 2, 2, Walls.plate(0, true), 1);
    assertThat(carry(old.mesh(), old.groups(), point).groups()).hasSize(1);
    Mesh empty = new MeshBuilder().build();
    assertThat(carry(old.mesh(), old.groups(), empty).parts())
        .extracting(PartChange::kind)
        .containsExactly(PartChange.Kind.LOST);
    assertThat(carry(empty, new int[0], old.mesh()).groups()).containsOnly(0);
  }

  @Test
  void threadsDoNotChangeTheAnswer() {
    Walls old = drum(24, 9).shuffled(5);
    Mesh fresh = drum(31, 13).mesh();
    Carried one = CarryOver.between(old.mesh(), fresh, 1, Progress.NONE).carry(old.groups(), Progress.NONE);
    Carried two = CarryOver.between(old.mesh(), fresh, 2, Progress.NONE).carry(old.groups(), Progress.NONE);
    assertThat(one.groups()).isEqualTo(two.groups());
    assertThat(one.confidence()).isEqualTo(two.confidence());
    assertThat(one.oldFace()).isEqualTo(two.oldFace());
    assertThat(one.parts()).isEqualTo(two.parts());
  }
}
