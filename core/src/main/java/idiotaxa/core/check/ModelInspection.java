package idiotaxa.core.check;

import idiotaxa.core.mesh.Bounds;
import java.util.ArrayList;
import java.util.List;

/**
 * What a model contains.
 *
 * @param faceKinds faces by their number of corners
 * @param islands 0 when there are no UVs
 * @param bounds metres
 * @param upAxis {@code Y} where the format says so, else empty
 * @param faceGroups what the file says that faces belong to, in order of first appearance
 */
public record ModelInspection(
    int vertices,
    int faces,
    FaceKinds faceKinds,
    int triangles,
    int pieces,
    int islands,
    Bounds bounds,
    String upAxis,
    boolean hasUvs,
    boolean hasVertexColors,
    boolean hasNormals,
    List<PartInfo> parts,
    List<SheetInfo> sheets,
    List<MaterialInfo> materials,
    List<String> textures,
    List<ColorInfo> vertexColors,
    List<FaceGroupInfo> faceGroups,
    List<Finding> findings) {

  public ModelInspection {
    // Of models that were looked at before this was.
    faceGroups = faceGroups == null ? List.of() : faceGroups;
  }

  /** The same with one more finding, in front. */
  public ModelInspection with(Finding first) {
    List<Finding> all = new ArrayList<>(List.of(first));
    all.addAll(findings);
    return new ModelInspection(
        vertices,
        faces,
        faceKinds,
        triangles,
        pieces,
        islands,
        bounds,
        upAxis,
        hasUvs,
        hasVertexColors,
        hasNormals,
        parts,
        sheets,
        materials,
        textures,
        vertexColors,
        faceGroups,
        List.copyOf(all));
  }

  /** Faces of three, of four and of more corners. */
  public record FaceKinds(int triangles, int quads, int larger) {}

  /**
   * Area in square metres.
   *
   * @param path what the part hangs under, joined by {@code /}
   */
  public record PartInfo(
      String name, String path, int pieces, int faces, int triangles, double area) {}

  public record SheetInfo(String name, int triangles) {}

  /** Base colour as #RRGGBB; texture empty when there is none. */
  public record MaterialInfo(String name, String baseColor, String texture, int triangles) {}

  /** A number or name that the file gives to faces; area in square metres. */
  public record FaceGroupInfo(String name, int faces, double area) {}

  /** A cluster of vertex colours; area in square metres. */
  public record ColorInfo(String color, double area) {}
}
