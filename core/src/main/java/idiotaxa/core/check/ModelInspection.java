package idiotaxa.core.check;

import idiotaxa.core.mesh.Bounds;
import java.util.List;

/**
 * What a model contains.
 *
 * @param islands 0 when there are no UVs
 * @param bounds metres
 */
public record ModelInspection(
    int vertices,
    int faces,
    int triangles,
    int pieces,
    int islands,
    Bounds bounds,
    boolean hasUvs,
    boolean hasVertexColors,
    List<PartInfo> parts,
    List<SheetInfo> sheets,
    List<MaterialInfo> materials,
    List<ColorInfo> vertexColors,
    List<Finding> findings) {

  /** Area in square metres. */
  public record PartInfo(String name, int pieces, int faces, int triangles, double area) {}

  public record SheetInfo(String name, int triangles) {}

  /** Base colour as #RRGGBB. */
  public record MaterialInfo(String name, String baseColor, int triangles) {}

  /** A cluster of vertex colours; area in square metres. */
  public record ColorInfo(String color, double area) {}
}
