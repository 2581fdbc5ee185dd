package idiotaxa.core.origin;

import idiotaxa.core.group.ColorProposer;
import idiotaxa.core.group.Group;
import idiotaxa.core.image.TextureImage;
import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Pieces;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.work.Parallel;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Reads group numbers from what a mesh carries. */
public final class Origins {
  /** 8-bit RGB distance up to which a colour belongs to a group. */
  public static final double COLOR_TOLERANCE = 24;

  private static final int MAX_PIECE_GROUPS = 64;
  private static final int BACKGROUND = 0x000000;

  /** Corners that one thread takes at a time; each range looks its colours up anew, of which a scan has many. */
  private static final int RANGE = 1 << 18;

  private Origins() {}

  /** Whether a mesh has anything to read for an origin: at least two different values. */
  public static boolean hasData(Mesh mesh, IdOrigin origin) {
    return switch (origin) {
      case CLAIMS, IMAGE -> false;
      case VERTEX_COLORS -> mesh.hasColors() && distinctColors(mesh, 2) > 1;
      case MATERIALS -> mesh.materials().size() > 1;
      case FACE_GROUPS -> mesh.faceWords() != null && mesh.faceWords().words().size() > 1;
      case PARTS -> mesh.parts().size() > 1;
      case PIECES -> Pieces.of(mesh, Weld.of(mesh)).count() > 1;
      case TEXTURE ->
          mesh.textureUv() != null && mesh.materials().stream().anyMatch(m -> !m.texture().isEmpty());
    };
  }

  /** The first origin with data in the order of {@link OriginChoices}; pieces, its last, where there is none. */
  public static IdOrigin best(Mesh mesh) {
    return OriginChoices.ORDER.stream()
        .filter(origin -> origin == IdOrigin.PIECES || hasData(mesh, origin))
        .findFirst()
        .orElseThrow();
  }

  private static int distinctColors(Mesh mesh, int enough) {
    Set<Integer> seen = new HashSet<>();
    for (int color : mesh.cornerColor()) {
      if (seen.add(color & 0xFFFFFF) && seen.size() >= enough) {
        break;
      }
    }
    return seen.size();
  }

  /** The face groups of claims made in Idiotaxa. */
  public static OriginReading claims(Mesh mesh, int[] faceGroup, List<Group> groups) {
    return new OriginReading(groups, SurfaceGroups.ofFaces(mesh, faceGroup), List.of());
  }

  /** The same where a face may have several groups. */
  public static OriginReading cornerClaims(Mesh mesh, int[] cornerGroup, List<Group> groups) {
    return new OriginReading(groups, SurfaceGroups.ofCorners(mesh, cornerGroup), List.of());
  }

  /**
   * Reads the base colour textures of a mesh; where a material has none its base colour is read.
   *
   * @param textures one a material, empty where there is none
   * @param palette groups to match; when empty, groups are made from the colours of the textures
   * @throws IllegalArgumentException when there is nothing to tell groups by, naming the cure
   */
  public static OriginReading texture(
      Mesh mesh, List<Optional<TextureImage>> textures, List<Group> palette) {
    if (mesh.textureUv() == null || textures.stream().allMatch(Optional::isEmpty)) {
      throw new IllegalArgumentException(
          "the model has no texture that came with it; bring its images in together with it, or"
              + " choose another origin, for example "
              + best(mesh).word());
    }
    return new TextureReading(mesh, textures, palette).read();
  }

  /**
   * Reads an origin from the mesh's own data.
   *
   * @param palette groups to match; when empty, groups are made in order of first appearance. With a
   *     palette, what matches none of its groups is a stray
   * @throws IllegalArgumentException when the mesh has no such data, naming the cure
   */
  public static OriginReading read(Mesh mesh, IdOrigin origin, List<Group> palette) {
    return switch (origin) {
      case CLAIMS ->
          throw new IllegalArgumentException("claims are kept by Idiotaxa, not by a mesh file");
      case TEXTURE ->
          throw new IllegalArgumentException("textures are files of their own beside a mesh");
      case IMAGE ->
          throw new IllegalArgumentException(
              "an ID image is cleaned, not baked; choose another origin");
      case VERTEX_COLORS -> vertexColors(mesh, palette);
      case MATERIALS -> {
        if (mesh.materials().isEmpty()) {
          throw new IllegalArgumentException(
              "the model has no materials; choose another origin, for example "
                  + best(mesh).word());
        }
        yield named(mesh, proposer(mesh, palette).fromMaterials(), palette);
      }
      case FACE_GROUPS -> {
        if (mesh.faceWords() == null) {
          throw new IllegalArgumentException(
              "the model's file says nothing of single faces, and no list of them lies beside it; choose another origin,"
                  + " for example "
                  + best(mesh).word());
        }
        yield named(mesh, proposer(mesh, palette).fromFaceWords(), palette);
      }
      case PARTS ->
          named(mesh, proposer(mesh, palette).fromParts(), palette);
      case PIECES -> pieces(mesh, palette);
    };
  }

  private static GroupProposer proposer(Mesh mesh, List<Group> palette) {
    return palette.isEmpty()
        ? new GroupProposer(mesh, palette, BACKGROUND)
        : GroupProposer.matching(mesh, palette);
  }

  private static OriginReading named(Mesh mesh, GroupProposal proposal, List<Group> palette) {
    List<Group> groups = palette.isEmpty() ? proposal.groups() : palette;
    int[] faceGroup = new int[mesh.faceCount()];
    Set<String> strays = new LinkedHashSet<>();
    for (int f = 0; f < faceGroup.length; f++) {
      int index = proposal.faceGroup()[f];
      if (index >= groups.size()) {
        strays.add(proposal.groups().get(index).name());
      } else if (index >= 0) {
        faceGroup[f] = groups.get(index).number();
      }
    }
    return new OriginReading(
        groups, SurfaceGroups.ofFaces(mesh, faceGroup), List.copyOf(strays));
  }

  private static OriginReading pieces(Mesh mesh, List<Group> palette) {
    FaceLabels labels = Pieces.of(mesh, Weld.of(mesh));
    if (palette.isEmpty() && labels.count() > MAX_PIECE_GROUPS) {
      throw new IllegalArgumentException(
          "the model has "
              + labels.count()
              + " pieces, more than the "
              + MAX_PIECE_GROUPS
              + " whose colours can still be told apart; choose origin parts or materials, or give a"
              + " palette");
    }
    return named(mesh, proposer(mesh, palette).fromPieces(labels), palette);
  }

  private static OriginReading vertexColors(Mesh mesh, List<Group> palette) {
    if (!mesh.hasColors()) {
      throw new IllegalArgumentException(
          "the model has no vertex colours; choose another origin, for example "
              + best(mesh).word()
              + ", or export the model again with its colours");
    }
    List<Group> groups =
        palette.isEmpty()
            ? new GroupProposer(mesh, List.of(), BACKGROUND).groupsOfVertexColors(COLOR_TOLERANCE)
            : palette;
    int[] cornerGroup = new int[mesh.cornerCount()];
    // One a range, so that strays come in order of appearance whatever the threads.
    ColorSnap[] snaps = new ColorSnap[(cornerGroup.length + RANGE - 1) / RANGE];
    Parallel.ranges(
        cornerGroup.length,
        RANGE,
        Parallel.cores(),
        (from, to) -> {
          ColorSnap snap = new ColorSnap(groups, COLOR_TOLERANCE);
          snaps[from / RANGE] = snap;
          int[] colors = mesh.cornerColor();
          for (int c = from; c < to; c++) {
            cornerGroup[c] = snap.groupOf(colors[c] & 0xFFFFFF);
          }
        });
    return new OriginReading(
        groups, SurfaceGroups.ofCorners(mesh, cornerGroup), ColorSnap.strays(snaps));
  }
}
