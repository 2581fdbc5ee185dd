package idiotaxa.core.unwrap;

import idiotaxa.core.mesh.EdgeMap;
import idiotaxa.core.mesh.FaceNormals;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.work.Progress;
import java.util.ArrayList;
import java.util.List;

/**
 * Lays the faces of a mesh out on one sheet without overlaps and with one texel density.
 *
 * <p>Faces without area are put onto one point each, where they cover nothing. Deterministic.
 */
public final class UvUnwrap {
  private static final int FEWEST_CELLS = 128;
  private static final int MOST_CELLS = 1024;
  private static final double FIRST_FILL = 0.92;
  private static final double SHRINK = 0.965;

  private final Mesh mesh;
  private final UnwrapSettings settings;
  private final Progress progress;

  /**
   * @param uvs two values a corner, inside of the unit square
   * @param charts number of charts
   * @param coverage share of the sheet that the charts cover, 0 … 1
   */
  public record Result(float[] uvs, int charts, double coverage) {}

  private UvUnwrap(Mesh mesh, UnwrapSettings settings, Progress progress) {
    this.mesh = mesh;
    this.settings = settings;
    this.progress = progress;
  }

  /**
   * @throws idiotaxa.core.work.CancelledException when the progress says so
   */
  public static Result of(Mesh mesh, UnwrapSettings settings, Progress progress) {
    return new UvUnwrap(mesh, settings, progress).run();
  }

  private Result run() {
    progress.at("gathering charts", 0);
    FaceNormals normals = new FaceNormals(mesh);
    ChartGrower grower = new ChartGrower(mesh, EdgeMap.of(mesh, Weld.of(mesh)), normals);
    List<int[]> sets = grower.grow();
    ChartProjector projector = new ChartProjector(mesh, normals, grower);
    List<Chart> charts = new ArrayList<>();
    List<double[]> triangles = new ArrayList<>();
    double area = 0;
    for (int i = 0; i < sets.size(); i++) {
      if (i % 256 == 0) {
        progress.at("flattening charts", 0.2 + 0.3 * i / sets.size());
        progress.checkCancelled();
      }
      if (normals.areaOf(sets.get(i)) == 0) {
        continue;
      }
      for (Chart chart : projector.project(sets.get(i))) {
        charts.add(chart);
        triangles.add(projector.triangles(chart));
        area += normals.areaOf(chart.faces());
      }
    }
    return pack(charts, triangles, area);
  }

  private Result pack(List<Chart> charts, List<double[]> triangles, double area) {
    // A cell is as wide as the margin: half of that gains 2 % of coverage and takes eight times as long.
    int wanted = settings.sizePx() / settings.marginPx();
    int cells = Math.min(MOST_CELLS, Math.max(FEWEST_CELLS, wanted));
    double cellPx = settings.sizePx() / (double) cells;
    int border = (int) Math.ceil(settings.marginPx() / 2.0 / cellPx);
    int gap = (int) Math.ceil(settings.marginPx() / cellPx);
    // Masks are grown by the gap to the right and upwards; that much may reach into the border.
    int side = cells - 2 * border + gap;
    double scale = Math.sqrt(FIRST_FILL * side * side / Math.max(area, 1e-300));
    for (int round = 0; ; round++) {
      progress.at("packing charts", 0.5 + 0.5 * round / (round + 4.0));
      List<ChartMask[]> masks = masks(charts, triangles, scale, gap);
      for (ChartPacker.Order order : ChartPacker.Order.values()) {
        ChartPacker.Place[] places = new ChartPacker(side).pack(masks, order, progress);
        if (places != null) {
          float[] uvs = place(charts, places, scale, border, cells);
          double coverage = area * scale * scale / ((double) cells * cells);
          return new Result(uvs, charts.size(), coverage);
        }
      }
      if (scale * scale * area < 1e-3) {
        throw new IllegalArgumentException(
            "The model falls into "
                + charts.size()
                + " charts, which do not fit one sheet of "
                + settings.sizePx()
                + " px with a margin of "
                + settings.marginPx()
                + " px; choose a larger size or a smaller margin.");
      }
      scale *= SHRINK;
    }
  }

  private static List<ChartMask[]> masks(
      List<Chart> charts, List<double[]> triangles, double scale, int gap) {
    List<ChartMask[]> masks = new ArrayList<>();
    for (int i = 0; i < charts.size(); i++) {
      ChartMask[] turned = new ChartMask[Turn.COUNT];
      for (int quarters = 0; quarters < turned.length; quarters++) {
        Turn turn = Turn.of(charts.get(i), quarters, scale);
        turned[quarters] = ChartMask.of(triangles.get(i), turn, gap);
      }
      masks.add(turned);
    }
    return masks;
  }

  private float[] place(
      List<Chart> charts, ChartPacker.Place[] places, double scale, int border, int cells) {
    float[] uvs = new float[2 * mesh.cornerCount()];
    for (int i = 0; i < places.length; i++) {
      Chart chart = charts.get(i);
      Turn turn = Turn.of(chart, places[i].quarters(), scale);
      for (int k = 0; k < chart.corners().length; k++) {
        double x = turn.x(chart.x()[k], chart.y()[k]) + places[i].x() + border;
        double y = turn.y(chart.x()[k], chart.y()[k]) + places[i].y() + border;
        int corner = chart.corners()[k];
        uvs[2 * corner] = (float) (x / cells);
        uvs[2 * corner + 1] = (float) (y / cells);
      }
    }
    return uvs;
  }
}
