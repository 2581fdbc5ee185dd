package idiotaxa.core.check;

import idiotaxa.core.work.Progress;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.raster.UvOverlaps;
import java.util.ArrayList;
import java.util.List;

/** Looks for UVs that a bake cannot use as they are. */
final class UvChecks {
  /** Side of the sheets on which overlaps are counted. */
  static final int OVERLAP_SIZE_PX = 1024;

  private final Mesh mesh;
  private final Progress progress;
  private final List<Sheet> sheets;
  private final List<Finding> findings = new ArrayList<>();

  UvChecks(Mesh mesh, List<Sheet> sheets, Progress progress) {
    this.mesh = mesh;
    this.progress = progress;
    this.sheets = sheets;
  }

  List<Finding> run() {
    if (!mesh.hasUvs()) {
      findings.add(
          new Finding(
              "no-uvs",
              Severity.WARNING,
              "The model has no UVs: it can be a source, but maps cannot be baked onto it.",
              "",
              "Make an automatic layout, or unwrap it and bring it in again.",
              mesh.faceCount(),
              new int[0]));
      return findings;
    }
    checkTiles();
    checkEdges();
    checkMissing();
    sheets.forEach(this::checkOverlaps);
    return findings;
  }

  private void checkTiles() {
    boolean[] isPlaced = new boolean[mesh.triangleCount()];
    sheets.forEach(
        s -> {
          for (int t : s.triangles()) {
            isPlaced[t] = true;
          }
        });
    FacesFound outside = new FacesFound(mesh.faceCount());
    for (int t = 0; t < isPlaced.length; t++) {
      if (!isPlaced[t] && hasUvs(t)) {
        outside.add(mesh.triangleFace(t));
      }
    }
    if (outside.count() > 0) {
      findings.add(
          new Finding(
              "uvs-outside-tiles",
              Severity.WARNING,
              CountWords.of(
                  outside.count(), "face has UVs on no tile.", "faces have UVs on no tile."),
              "",
              "Move them onto a tile from 1001 on, or make an automatic layout.",
              outside.count(),
              outside.faces()));
    }
  }

  private void checkEdges() {
    LaidOut laidOut = new LaidOut(mesh);
    for (Sheet sheet : sheets) {
      LaidOut.Beyond beyond = laidOut.beyond(sheet);
      if (beyond.count() > 0) {
        findings.add(
            new Finding(
                "uvs-over-edges",
                Severity.WARNING,
                CountWords.of(
                    beyond.count(),
                    "face reaches over the edge of its tile; no map has what lies beyond.",
                    "faces reach over the edge of their tile; no map has what lies beyond."),
                sheet.name(),
                "Move what belongs together onto one tile, or make an automatic layout.",
                beyond.count(),
                beyond.faces()));
      }
    }
  }

  private boolean hasUvs(int triangle) {
    for (int k = 0; k < 3; k++) {
      if (Float.isNaN(mesh.cornerUv()[2 * mesh.triangleCorner(triangle, k)])) {
        return false;
      }
    }
    return true;
  }

  private void checkMissing() {
    FacesFound missing = new FacesFound(mesh.faceCount());
    for (int t = 0; t < mesh.triangleCount(); t++) {
      if (!hasUvs(t)) {
        missing.add(mesh.triangleFace(t));
      }
    }
    if (missing.count() > 0) {
      findings.add(
          new Finding(
              "faces-without-uvs",
              Severity.WARNING,
              CountWords.of(missing.count(), "face has", "faces have")
                  + " no UVs though others do; no map reaches that.",
              "",
              "Unwrap them, or make an automatic layout.",
              missing.count(),
              missing.faces()));
    }
  }

  private void checkOverlaps(Sheet sheet) {
    progress.checkCancelled();
    UvOverlaps.Result found =
        UvOverlaps.of(mesh, sheet, OVERLAP_SIZE_PX, new int[mesh.faceCount()]);
    if (found.overlapping() > 0) {
      findings.add(
          new Finding(
              "overlapping-uvs",
              Severity.WARNING,
              CountWords.of(found.overlapping(), "texel belongs", "texels belong")
                  + " to more than one face, at " + OVERLAP_SIZE_PX + " px.",
              sheet.name(),
              "Harmless where both faces get one group; else give the parts sheets of their own, or"
                  + " make an automatic layout.",
              found.overlapping(),
              found.faces()));
    }
  }

  /** The sheets that a mesh falls into by its UVs; none without. */
  static List<Sheet> sheetsOf(Mesh mesh) {
    return mesh.hasUvs() ? SheetLayout.fitting(mesh).divide(mesh) : List.of();
  }
}
