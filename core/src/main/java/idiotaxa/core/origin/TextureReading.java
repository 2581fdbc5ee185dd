package idiotaxa.core.origin;

import idiotaxa.core.group.ColorClusters;
import idiotaxa.core.group.ColorWeights;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.SpokenColors;
import idiotaxa.core.image.TextureImage;
import idiotaxa.core.mesh.Mesh;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Turns the base colour textures of a mesh into groups. */
final class TextureReading {
  private static final int MAX_GROUPS = 64;
  private static final int NO_COLOR = -1;

  private final Mesh mesh;
  private final List<Optional<TextureImage>> textures;
  private final List<Group> palette;

  TextureReading(Mesh mesh, List<Optional<TextureImage>> textures, List<Group> palette) {
    this.mesh = mesh;
    this.textures = textures;
    this.palette = palette;
  }

  OriginReading read() {
    List<Group> groups = palette.isEmpty() ? groupsOfColors() : palette;
    ColorSnap snap = new ColorSnap(groups, Origins.COLOR_TOLERANCE);
    Map<TextureImage, TextureGroups.IndexImage> known = new IdentityHashMap<>();
    TextureGroups.IndexImage[] ofMaterial = new TextureGroups.IndexImage[textures.size()];
    char[] plain = new char[textures.size() + 1];
    for (int m = 0; m < ofMaterial.length; m++) {
      if (textures.get(m).isPresent()) {
        ofMaterial[m] = known.computeIfAbsent(textures.get(m).get(), t -> index(t, snap));
      } else {
        plain[m] = (char) snap.groupOf(mesh.materials().get(m).baseColor());
      }
    }
    TextureGroups surface = new TextureGroups(mesh, ofMaterial, plain);
    return new OriginReading(groups, SurfaceGroups.ofTexture(mesh, surface), ColorSnap.strays(snap));
  }

  private static TextureGroups.IndexImage index(TextureImage texture, ColorSnap snap) {
    char[] groups = new char[texture.width() * texture.height()];
    int[] row = new int[texture.width()];
    int lastColor = NO_COLOR;
    char lastGroup = 0;
    for (int y = 0; y < texture.height(); y++) {
      texture.row(y, row);
      for (int x = 0; x < row.length; x++) {
        // Neighbours mostly agree, and a comparison is cheaper than a look-up.
        if (row[x] != lastColor) {
          lastColor = row[x];
          lastGroup = (char) snap.groupOf(lastColor);
        }
        groups[y * row.length + x] = lastGroup;
      }
    }
    return new TextureGroups.IndexImage(texture.width(), texture.height(), groups);
  }

  private List<Group> groupsOfColors() {
    ColorWeights texelsOfColor = new ColorWeights();
    textures.stream()
        .flatMap(Optional::stream)
        .distinct()
        .forEach(texture -> count(texture, texelsOfColor));
    ColorClusters clusters =
        ColorClusters.withoutBlends(texelsOfColor, Origins.COLOR_TOLERANCE);
    if (clusters.count() > MAX_GROUPS) {
      throw new IllegalArgumentException(
          "the textures hold %d colours far apart, more than the %d that can be groups; this looks"
                  .formatted(clusters.count(), MAX_GROUPS)
              + " like a painted texture rather than an ID map, so choose another origin");
    }
    List<Group> groups = new ArrayList<>();
    SpokenColors names = new SpokenColors(List.of());
    for (int c = 0; c < clusters.count(); c++) {
      groups.add(Group.of(c + 1, names.name(clusters.color(c)), clusters.color(c)));
    }
    return groups;
  }

  private static void count(TextureImage texture, ColorWeights texelsOfColor) {
    int[] row = new int[texture.width()];
    for (int y = 0; y < texture.height(); y++) {
      texture.row(y, row);
      for (int color : row) {
        texelsOfColor.add(color, 1);
      }
    }
  }
}
