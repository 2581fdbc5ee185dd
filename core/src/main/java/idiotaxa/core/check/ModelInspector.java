package idiotaxa.core.check;

import idiotaxa.core.bake.Origins;
import idiotaxa.core.bake.Sheet;
import idiotaxa.core.bake.SheetLayout;
import idiotaxa.core.check.ModelInspection.ColorInfo;
import idiotaxa.core.check.ModelInspection.MaterialInfo;
import idiotaxa.core.check.ModelInspection.PartInfo;
import idiotaxa.core.check.ModelInspection.SheetInfo;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.group.VertexColorClusters;
import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Islands;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Pieces;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.mesh.Weld;
import java.util.ArrayList;
import java.util.List;

/** Looks through a model once and tells what it contains. */
public final class ModelInspector {
  private final Mesh mesh;
  private final Weld weld;
  private final FaceLabels pieces;
  private final List<Finding> findings = new ArrayList<>();

  private ModelInspector(Mesh mesh) {
    this.mesh = mesh;
    weld = Weld.of(mesh);
    pieces = Pieces.of(mesh, weld);
  }

  public static ModelInspection inspect(Mesh mesh) {
    return new ModelInspector(mesh).run();
  }

  private ModelInspection run() {
    List<SheetInfo> sheets = sheets();
    List<ColorInfo> colors = colors();
    return new ModelInspection(
        mesh.vertexCount(),
        mesh.faceCount(),
        mesh.triangleCount(),
        pieces.count(),
        mesh.hasUvs() ? Islands.of(mesh, weld).count() : 0,
        mesh.bounds(),
        mesh.hasUvs(),
        mesh.hasColors(),
        parts(),
        sheets,
        materials(),
        colors,
        List.copyOf(findings));
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
      String name = mesh.parts().get(p).name();
      out.add(new PartInfo(name, pieceCount[p], faces[p], triangles[p], area[p]));
    }
    return out;
  }

  private List<SheetInfo> sheets() {
    if (!mesh.hasUvs()) {
      findings.add(
          new Finding(
              "no-uvs",
              "The model has no UVs: it can be a source, but maps cannot be baked onto it.",
              "",
              "Unwrap it and bring it in again."));
      return List.of();
    }
    List<SheetInfo> out = new ArrayList<>();
    int placed = 0;
    for (Sheet sheet : SheetLayout.fitting(mesh).divide(mesh)) {
      out.add(new SheetInfo(sheet.name(), sheet.triangles().length));
      placed += sheet.triangles().length;
    }
    if (placed < mesh.triangleCount()) {
      findings.add(
          new Finding(
              "uvs-outside-tiles",
              (mesh.triangleCount() - placed) + " triangles have UVs on no tile.",
              "",
              "Move them onto a tile from 1001 on."));
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
          new MaterialInfo(material.name(), Rgb.toHex(material.baseColor()), triangles[m]));
    }
    return out;
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
              "All vertex colours are the same: a bake from them would come out in one colour.",
              "",
              "Export the model again with its colours, or choose another origin."));
    }
    List<ColorInfo> out = new ArrayList<>();
    for (int c = 0; c < clusters.count(); c++) {
      out.add(new ColorInfo(Rgb.toHex(clusters.color(c)), clusters.area(c)));
    }
    return out;
  }
}
