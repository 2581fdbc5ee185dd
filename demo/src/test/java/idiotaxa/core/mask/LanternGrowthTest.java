package idiotaxa.core.mask;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.work.Progress;
import idiotaxa.demo.SaltmarshPalette;
import idiotaxa.demo.StormLantern;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Growth on the surface over the lantern's two tiles, against all points of what is grown. */
class LanternGrowthTest {
  private static final int SIZE = 512;
  private static final int EVERY = 41;
  private static final double RADIUS = 0.02;

  /** A place of a texel: point and normal. */
  private record Place(double[] point, double[] normal) {
    double distance(Place other) {
      double sum = 0;
      for (int axis = 0; axis < 3; axis++) {
        sum += Math.pow(point[axis] - other.point[axis], 2);
      }
      return Math.sqrt(sum);
    }

    double agreement(Place other) {
      return normal[0] * other.normal[0] + normal[1] * other.normal[1] + normal[2] * other.normal[2];
    }
  }

  private final Mesh lantern = StormLantern.target();
  private final MaskTarget target = MaskTarget.of(lantern);
  private final List<MaskSheet> sheets = new ArrayList<>();
  private final List<Place[]> places = new ArrayList<>();

  private void bake() {
    OriginReading reading =
        Origins.read(lantern, IdOrigin.MATERIALS, SaltmarshPalette.create().groups());
    PreparedBake prepared = PreparedBake.fromTarget(lantern, reading);
    for (Sheet sheet : SheetLayout.fitting(lantern).divide(lantern)) {
      BakedSheet baked =
          prepared.bake(sheet, new SheetSettings(SIZE, SIZE, 1, false, 2), Progress.NONE);
      sheets.add(target.sheet(sheet, baked.maps(), 2));
      places.add(placesOf(sheets.get(sheets.size() - 1)));
    }
  }

  private Place[] placesOf(MaskSheet sheet) {
    Place[] out = new Place[SIZE * SIZE];
    TexelPoints points = sheet.points();
    points.visit(
        sheet.maps().groups(),
        1,
        w ->
            (texel, triangle) -> {
              double[] weights = new double[3];
              double[] point = new double[3];
              double[] normal = new double[3];
              points.point(texel, triangle, weights, point);
              for (int k = 0; k < 3; k++) {
                int vertex = lantern.triangleVertex(points.meshTriangle(triangle), k);
                for (int axis = 0; axis < 3; axis++) {
                  normal[axis] += weights[k] * target.normals()[3 * vertex + axis];
                }
              }
              out[texel] = new Place(point, normal);
            });
    return out;
  }

  @Test
  void everyGroupGrowsOntoWhateverLiesNear() {
    bake();
    assertThat(sheets).hasSize(2);
    int[] crossings = new int[2];
    for (int group : new int[] {1, 2, 7}) {
      check(group, crossings);
    }
    // Each tile has surface that only the other tile's group is near to.
    assertThat(crossings[0] + crossings[1]).isPositive();
  }

  private void check(int group, int[] crossings) {
    MaskSpec spec =
        new MaskSpec(
            "m",
            List.of(MaskPart.ofGroup(group, MaskPart.How.ADD)),
            List.of(MaskStep.mm(MaskStep.Kind.GROW, 1000 * RADIUS)),
            8);
    char[][] grown =
        new MaskMaker(target, List.of(spec), GreyImages.NONE, 2, Progress.NONE).make(spec, sheets);
    List<List<Place>> own = new ArrayList<>();
    for (int s = 0; s < 2; s++) {
      List<Place> list = new ArrayList<>();
      for (int i = 0; i < SIZE * SIZE; i++) {
        if (sheets.get(s).maps().groups()[i] == group && places.get(s)[i] != null) {
          list.add(places.get(s)[i]);
        }
      }
      own.add(list);
    }
    // A texel is about 2 mm wide here; inside of a mask the surface counts and not only the middles of texels.
    double texel = 0.006;
    for (int s = 0; s < 2; s++) {
      for (int i = 0; i < SIZE * SIZE; i += EVERY) {
        Place place = places.get(s)[i];
        if (place == null || sheets.get(s).maps().groups()[i] == SheetMaps.UNCOVERED) {
          continue;
        }
        double here = nearest(own.get(s), place, 0.05);
        double there = nearest(own.get(1 - s), place, 0.05);
        double nearest = Math.min(here, there);
        if (nearest <= RADIUS - texel) {
          assertThat((int) grown[s][i]).as("sheet %d texel %d", s, i).isEqualTo(65535);
        } else if (Math.min(nearest(own.get(s), place, 0), nearest(own.get(1 - s), place, 0)) > RADIUS + texel / 2) {
          assertThat((int) grown[s][i]).as("sheet %d texel %d", s, i).isZero();
        }
        crossings[s] += there < here && here > RADIUS && grown[s][i] > 0 ? 1 : 0;
      }
    }
  }

  /** Of points whose normals agree by more than a limit. */
  private static double nearest(List<Place> points, Place place, double agreement) {
    double least = Double.MAX_VALUE;
    for (Place point : points) {
      if (point.agreement(place) > agreement) {
        least = Math.min(least, point.distance(place));
      }
    }
    return least;
  }
}
