package idiotaxa.core.handoff;

import com.carrotsearch.hppc.IntDoubleHashMap;
import idiotaxa.core.format.AddedGroups;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.map.SheetImages;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.origin.SurfaceGroups;
import idiotaxa.core.template.Carries;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The mesh that goes along with a hand-off, with the group of every face and corner. */
public final class GroupedMesh {
  private static final int OPAQUE = 0xFF000000;

  private final Mesh mesh;
  private final int[] groupOfFace;
  private final int[] groupOfCorner;

  private GroupedMesh(Mesh mesh, int[] groupOfFace, int[] groupOfCorner) {
    this.mesh = mesh;
    this.groupOfFace = groupOfFace;
    this.groupOfCorner = groupOfCorner;
  }

  /** Loads the mesh when its first file is written. */
  @FunctionalInterface
  public interface Source {
    GroupedMesh load() throws IOException;
  }

  /**
   * A mesh that IDs are read from itself: its corners have the groups that the surface has there, its faces
   * those that most of their area has.
   */
  public static GroupedMesh of(Mesh mesh, SurfaceGroups surface) {
    int[] corners = new int[mesh.cornerCount()];
    int[] faces = new int[mesh.faceCount()];
    int triangles = mesh.triangleCount();
    for (int t = 0; t < triangles; ) {
      int face = mesh.triangleFace(t);
      IntDoubleHashMap areas = new IntDoubleHashMap();
      for (; t < triangles && mesh.triangleFace(t) == face; t++) {
        for (int k = 0; k < 3; k++) {
          int group = surface.at(t, k == 0 ? 1 : 0, k == 1 ? 1 : 0, k == 2 ? 1 : 0);
          corners[mesh.triangleCorner(t, k)] = group;
        }
        areas.addTo(surface.at(t, 1 / 3.0, 1 / 3.0, 1 / 3.0), TriangleGeometry.area(mesh, t));
      }
      faces[face] = most(areas);
    }
    return new GroupedMesh(mesh, faces, corners);
  }

  /** The smaller number where two have the same. */
  private static int most(IntDoubleHashMap areas) {
    int best = Integer.MAX_VALUE;
    double most = -1;
    for (var area : areas) {
      if (area.value > most || area.value == most && area.key < best) {
        best = area.key;
        most = area.value;
      }
    }
    return best;
  }

  /**
   * @param groupOfFace number of every face, 0 for unclaimed
   */
  public static GroupedMesh ofFaces(Mesh mesh, int[] groupOfFace) {
    int[] corners = new int[mesh.cornerCount()];
    for (int f = 0; f < groupOfFace.length; f++) {
      Arrays.fill(corners, mesh.faceStart()[f], mesh.faceStart()[f + 1], groupOfFace[f]);
    }
    return new GroupedMesh(mesh, groupOfFace, corners);
  }

  /** Number of every face, 0 for unclaimed. */
  public int[] groupOfFace() {
    return groupOfFace;
  }

  /** Groups that some face has, in the palette's order. */
  List<Group> groups(Palette palette) {
    boolean[] isUsed = new boolean[Group.MAX_NUMBER + 1];
    for (int group : groupOfFace) {
      isUsed[group] = true;
    }
    return palette.groups().stream().filter(g -> isUsed[g.number()]).toList();
  }

  /** The mesh with what is asked for and nothing else: its own colours and materials are taken off. */
  public Mesh carrying(Carries carries, Palette palette) {
    return switch (carries) {
      case VERTEX_COLORS -> plain().withCornerColors(colors(palette));
      case MATERIALS -> withMaterials(palette);
      case NOTHING -> plain();
      case NUMBERS -> throw new IllegalStateException("numbers are added to originals only");
    };
  }

  /**
   * The same groups for the file that the mesh came from.
   *
   * @param names of the materials, one for each of {@link #groups}
   */
  AddedGroups added(Carries carries, Palette palette, List<String> names) {
    AddedGroups.As as =
        switch (carries) {
          case VERTEX_COLORS -> AddedGroups.As.COLORS;
          case MATERIALS -> AddedGroups.As.MATERIALS;
          case NUMBERS -> AddedGroups.As.NUMBERS;
          case NOTHING -> AddedGroups.As.NONE;
        };
    List<Group> groups = groups(palette);
    Map<Integer, Material> materials = new LinkedHashMap<>();
    for (int g = 0; g < groups.size(); g++) {
      materials.put(groups.get(g).number(), material(names.get(g), groups.get(g)));
    }
    return new AddedGroups(as, groupOfFace, groupOfCorner, palette.colorTable(SheetImages.BACKGROUND), materials);
  }

  private static Material material(String name, Group group) {
    return Material.plain(
        name, group.look().baseColor(), (float) group.look().roughness(), (float) group.look().metalness());
  }

  private Mesh plain() {
    int[] none = new int[mesh.faceCount()];
    Arrays.fill(none, Mesh.NO_MATERIAL);
    return mesh.withCornerColors(null).withMaterials(List.of(), none);
  }

  /** The ID colour of every corner; unclaimed is the background. */
  private int[] colors(Palette palette) {
    int[] table = palette.colorTable(SheetImages.BACKGROUND);
    int[] colors = new int[groupOfCorner.length];
    Arrays.setAll(colors, c -> OPAQUE | table[groupOfCorner[c]]);
    return colors;
  }

  private Mesh withMaterials(Palette palette) {
    List<Group> groups = groups(palette);
    int[] index = new int[Group.MAX_NUMBER + 1];
    Arrays.fill(index, Mesh.NO_MATERIAL);
    List<Material> materials = new ArrayList<>();
    for (Group group : groups) {
      index[group.number()] = materials.size();
      materials.add(material(group.name(), group));
    }
    int[] ofFace = new int[mesh.faceCount()];
    Arrays.setAll(ofFace, f -> index[groupOfFace[f]]);
    return mesh.withCornerColors(null).withMaterials(materials, ofFace);
  }
}
