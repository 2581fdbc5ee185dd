package idiotaxa.demo;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.carry.Carried;
import idiotaxa.core.carry.CarryOver;
import idiotaxa.core.carry.PartChange;
import idiotaxa.core.carry.PartChange.Kind;
import idiotaxa.core.carry.ReviewItem;
import idiotaxa.core.carry.ReviewList;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.work.Progress;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What is carried from the buoy's revision A to B, whose answer its generator knows; and the bell float. */
class RevisionBTest {
  private static final Mesh NEW = ChannelMarkerBuoyB.target();
  private static final int[] TRUTH = ChannelMarkerBuoyB.targetGroups();
  private static final Carried CARRIED =
      CarryOver.between(ChannelMarkerBuoy.target(), NEW, 2, Progress.NONE)
          .carry(ChannelMarkerBuoy.targetGroups(), Progress.NONE);

  private static boolean isAdded(int face) {
    return ChannelMarkerBuoyB.added().contains(NEW.parts().get(NEW.facePart()[face]).name());
  }

  @Test
  void nearlyEveryFaceIsRightAndNoAddedPartIsGuessed() {
    long right =
        IntStream.range(0, TRUTH.length).filter(f -> CARRIED.groups()[f] == TRUTH[f]).count();
    assertThat(right).isGreaterThanOrEqualTo((long) Math.ceil(0.999 * TRUTH.length));
    assertThat(IntStream.range(0, TRUTH.length).filter(RevisionBTest::isAdded))
        .isNotEmpty()
        .allMatch(f -> CARRIED.groups()[f] == 0);
  }

  private static Stream<String> names(Kind kind) {
    return CARRIED.parts().stream()
        .filter(p -> p.kind() == kind)
        .map(p -> kind == Kind.LOST ? p.oldName() : p.newName());
  }

  @Test
  void partsAreToldApart() {
    assertThat(names(Kind.NEW)).containsExactlyInAnyOrderElementsOf(ChannelMarkerBuoyB.added());
    assertThat(names(Kind.LOST)).containsExactlyInAnyOrder("rung_08", "bolt_03", "link_08");
    assertThat(names(Kind.RENAMED)).contains("lantern_lid", "bumper_ring", "panel_port", "bolt_03");
    PartChange hull =
        CARRIED.parts().stream().filter(p -> p.newName().equals("hull")).findFirst().orElseThrow();
    assertThat(hull.shape()).isEqualTo(PartChange.Shape.RECUT);
    assertThat(hull.layout()).isEqualTo(PartChange.Layout.ANEW);
  }

  @Test
  void theBellFloatTakesTheBuoysGroupsByNameAndItsOwnPartsAreLeft() {
    Mesh bell = BellFloat.target();
    Mesh buoy = ChannelMarkerBuoy.target();
    Carried carried =
        CarryOver.between(buoy, bell, 2, Progress.NONE).carry(ChannelMarkerBuoy.targetGroups(), Progress.NONE);
    assertThat(carried.isOtherModel()).isTrue();
    int[] truth = BellFloat.targetGroups();
    for (int f = 0; f < truth.length; f++) {
      String part = bell.parts().get(bell.facePart()[f]).name();
      if (part.equals("bell") || part.equals("clapper") || part.equals("collar")) {
        assertThat(carried.groups()[f]).as(part).isZero();
      } else if (!part.equals("hull")) {
        assertThat(carried.groups()[f]).as(part).isEqualTo(truth[f]);
      }
    }
    assertThat(ReviewList.of(carried, buoy, bell))
        .filteredOn(item -> item.reason() == ReviewItem.Reason.NEW_PART)
        .extracting(item -> bell.parts().get(item.newPart()).name())
        .containsExactlyInAnyOrder("bell", "clapper", "collar");
  }

  static Stream<Mesh> layouts() {
    return Stream.of(NEW, BellFloat.target());
  }

  @ParameterizedTest
  @MethodSource("layouts")
  void layoutsOverlapNowhere(Mesh mesh) {
    PreparedBake bake =
        PreparedBake.fromTarget(mesh, Origins.read(mesh, IdOrigin.PARTS, java.util.List.of()));
    BakedSheet baked =
        bake.bake(
            SheetLayout.fitting(mesh).divide(mesh).get(0),
            new SheetSettings(1024, 1024, 1, false, 2),
            Progress.NONE);
    assertThat(baked.report().overlapping()).isZero();
    assertThat(baked.report().coveredShare()).isGreaterThan(0.45);
  }
}
