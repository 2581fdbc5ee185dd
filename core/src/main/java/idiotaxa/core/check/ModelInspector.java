package idiotaxa.core.check;

import idiotaxa.core.work.Progress;
import idiotaxa.core.check.ModelInspection.ColorInfo;
import idiotaxa.core.check.ModelInspection.FaceGroupInfo;
import idiotaxa.core.check.ModelInspection.FaceKinds;
import idiotaxa.core.check.ModelInspection.MaterialInfo;
import idiotaxa.core.check.ModelInspection.PartInfo;
import idiotaxa.core.check.ModelInspection.SheetInfo;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.mesh.EdgeMap;
import idiotaxa.core.mesh.FaceWords;
import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Islands;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Part;
import idiotaxa.core.mesh.Pieces;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.origin.VertexColorClusters;
import idiotaxa.core.raster.Sheet;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;

/** Looks through a model once and tells what it contains. */
public final class ModelInspector {
  private final Mesh mesh;
  private final Progress progress;
  private final String upAxis;
  private final Weld weld;
  private final FaceLabels pieces;
  private final List<Finding> findings = new ArrayList<>();

  private ModelInspector(Mesh mesh, String upAxis, Progress progress) {
    this.mesh = mesh;
    this.progress = progress;
    this.upAxis = upAxis;
    weld = Weld.of(mesh);
    pieces = Pieces.of(mesh, weld);
  }

  /**
   * @param fileName tells the format, and with it the up-axis
   * @param progress asked between checks whether to go on
   * @throws idiotaxa.core.work.CancelledException when the progress says so
   */
  public static ModelInspection inspect(Mesh mesh, String fileName, Progress progress) {
    // glTF 2.0, section 3.4: +Y is up. The other formats leave it open.
    boolean isGltf = fileName.toLowerCase(Locale.ROOT).matches(".*\\.gl(b|tf)");
    return new ModelInspector(mesh, isGltf ? "Y" : "", progress).run();
  }

  private ModelInspection run() {
    List<Sheet> sheets = UvChecks.sheetsOf(mesh);
    List<ColorInfo> colors = colors();
    progress.checkCancelled();
    EdgeMap edges = EdgeMap.of(mesh, weld);
    progress.checkCancelled();
    findings.addAll(new UvChecks(mesh, sheets, progress).run());
    progress.checkCancelled();
    findings.addAll(new TopologyChecks(mesh, edges).run());
    progress.checkCancelled();
    new SeamCheck(mesh, edges, pieces).run().ifPresent(findings::add);
    checkNormals();
    findings.addAll(NameChecks.run(mesh));
    return new ModelInspection(
        mesh.vertexCount(),
        mesh.faceCount(),
        faceKinds(),
        mesh.triangleCount(),
        pieces.count(),
        mesh.hasUvs() ? Islands.of(mesh, weld).count() : 0,
        mesh.bounds(),
        upAxis,
        mesh.hasUvs(),
        mesh.hasColors(),
        mesh.cornerNormal() != null,
        parts(),
        sheets.stream().map(s -> new SheetInfo(s.name(), s.triangles().length)).toList(),
        materials(),
        mesh.materials().stream().map(Material::texture).filter(t -> !t.isEmpty()).distinct().toList(),
        colors,
        faceGroups(),
        List.copyOf(findings));
  }

  private FaceKinds faceKinds() {
    int[] kinds = new int[3];
    for (int f = 0; f < mesh.faceCount(); f++) {
      int corners = mesh.faceStart()[f + 1] - mesh.faceStart()[f];
      kinds[Math.min(2, corners - 3)]++;
    }
    return new FaceKinds(kinds[0], kinds[1], kinds[2]);
  }

  private void checkNormals() {
    if (mesh.cornerNormal() == null) {
      findings.add(
          new Finding(
              "missing-normals",
              Severity.HARMLESS,
              "The file has no normals.",
              "",
              "Nothing to do: bakes use smooth directions of their own.",
              mesh.faceCount(),
              new int[0]));
    }
  }

  private List<PartInfo> parts() {
    int count = mesh.parts().size();
    int[] faces = new int[count];
    int[] triangles = new int[count];
    double[] area = new double[count];
    int[] pieceCount = new int[count];
    int nextPiece = 0;
    for (int f = 0; f < mesh.faceCount(); f++) {
      int part = mesh.facePart()[f];
      faces[part]++;
      // Pieces are numbered by first appearance, so a new number is a new piece.
      if (pieces.ofFace()[f] == nextPiece) {
        nextPiece++;
        pieceCount[part]++;
      }
    }
    for (int t = 0; t < mesh.triangleCount(); t++) {
      int part = mesh.facePart()[mesh.triangleFace(t)];
      triangles[part]++;
      area[part] += TriangleGeometry.area(mesh, t);
    }
    List<PartInfo> out = new ArrayList<>();
    for (int p = 0; p < count; p++) {
      Part part = mesh.parts().get(p);
      out.add(new PartInfo(part.name(), part.path(), pieceCount[p], faces[p], triangles[p], area[p]));
    }
    return out;
  }

  private List<MaterialInfo> materials() {
    int[] triangles = new int[mesh.materials().size()];
    for (int t = 0; t < mesh.triangleCount(); t++) {
      int m = mesh.faceMaterial()[mesh.triangleFace(t)];
      if (m != Mesh.NO_MATERIAL) {
        triangles[m]++;
      }
    }
    List<MaterialInfo> out = new ArrayList<>();
    for (int m = 0; m < triangles.length; m++) {
      var material = mesh.materials().get(m);
      out.add(
          new MaterialInfo(
              material.name(),
              Rgb.toHex(material.baseColor()),
              material.texture(),
              triangles[m]));
    }
    return out;
  }

  private List<FaceGroupInfo> faceGroups() {
    FaceWords said = mesh.faceWords();
    if (said == null) {
      return List.of();
    }
    int[] faces = new int[said.words().size()];
    double[] area = new double[faces.length];
    for (int word : said.ofFace()) {
      if (word != FaceWords.NONE) {
        faces[word]++;
      }
    }
    for (int t = 0; t < mesh.triangleCount(); t++) {
      int word = said.ofFace()[mesh.triangleFace(t)];
      if (word != FaceWords.NONE) {
        area[word] += TriangleGeometry.area(mesh, t);
      }
    }
    return IntStream.range(0, faces.length)
        .mapToObj(w -> new FaceGroupInfo(said.words().get(w), faces[w], area[w]))
        .toList();
  }

  private List<ColorInfo> colors() {
    if (!mesh.hasColors()) {
      return List.of();
    }
    VertexColorClusters clusters = VertexColorClusters.of(mesh, Origins.COLOR_TOLERANCE);
    if (clusters.count() == 1) {
      findings.add(
          new Finding(
              "one-vertex-color",
              Severity.WARNING,
              "All vertex colours are the same: a bake from them would come out in one colour.",
              "",
              "Export the model again with its colours, or choose another origin.",
              mesh.faceCount(),
              new int[0]));
    }
    int[] told = IntStream.range(0, clusters.count()).map(clusters::color).toArray();
    NoiseFinding.of(told).ifPresent(findings::add);
    List<ColorInfo> out = new ArrayList<>();
    for (int c = 0; c < clusters.count(); c++) {
      out.add(new ColorInfo(Rgb.toHex(clusters.color(c)), clusters.area(c)));
    }
    return out;
  }
}
