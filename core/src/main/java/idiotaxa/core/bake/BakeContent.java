package idiotaxa.core.bake;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.SmoothNormals;
import idiotaxa.core.mesh.Weld;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.reach.Reaches;
import idiotaxa.core.trace.PartFilter;
import idiotaxa.core.work.ContentKey;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Names what the maps of a sheet depend on by content, whatever revision it came with: a model that came back
 * changed elsewhere gives the same key. Of what is read by rays only those parts count that may be hit from
 * the sheet, so that a source that changed in one part leaves the sheets of others alone. Not for textures,
 * whose texels are not looked at.
 */
public final class BakeContent {
  private static final int CHUNK = 1 << 13;

  private final Mesh target;
  private final Sheet sheet;
  private final OriginReading reading;
  private final Mesh source;
  private final Pairing pairing;
  private final Reaches reaches;
  private final Weld weld;
  private final float[] directions;

  /** Triangles of every part of the source, and its key once it was asked for. */
  private final int[][] sourceTriangles;

  private final String[] sourceKeys;

  /**
   * @param sheet of everything, 64 hexadecimal digits
   * @param ofPart the same of every target part on it, by name; of several of one name together
   */
  public record Keys(String sheet, Map<String, String> ofPart) {
    /** Parts that are not as they were, new and gone ones among them, in order. */
    public List<String> changedSince(Map<String, String> before) {
      List<String> changed = new ArrayList<>();
      ofPart.forEach(
          (part, key) -> {
            if (!key.equals(before.get(part))) {
              changed.add(part);
            }
          });
      before.keySet().stream().filter(part -> !ofPart.containsKey(part)).forEach(changed::add);
      return changed;
    }
  }

  private BakeContent(
      Mesh target,
      Sheet sheet,
      OriginReading reading,
      Mesh source,
      Pairing pairing,
      Reaches reaches) {
    this.target = target;
    this.sheet = sheet;
    this.reading = reading;
    this.source = source;
    this.pairing = pairing;
    this.reaches = reaches;
    weld = source == null ? null : Weld.of(target);
    directions = source == null ? null : SmoothNormals.of(target, weld);
    sourceTriangles = source == null ? null : sourceTriangles();
    sourceKeys = source == null ? null : new String[sourceTriangles.length];
  }

  /**
   * Of a sheet that is read from the target itself.
   *
   * @param words what names the settings
   */
  public static Keys ofTarget(
      Mesh target, Sheet sheet, OriginReading reading, List<String> words) {
    return new BakeContent(target, sheet, reading, null, null, null).keys(words);
  }

  /**
   * Of a sheet that is read from a source by rays.
   *
   * @param reading of the source
   * @param reaches with which rays go
   * @param isMeasured whether they were measured: then what they miss is looked for beyond them
   * @param words what names the settings
   */
  public static Keys ofSource(
      Mesh target,
      Sheet sheet,
      Mesh source,
      OriginReading reading,
      Pairing pairing,
      Reaches reaches,
      boolean isMeasured,
      List<String> words) {
    List<String> all = new ArrayList<>(words);
    if (isMeasured) {
      // As far as the models go.
      all.add("up to " + target.bounds().diagonalWith(source.bounds()));
    }
    return new BakeContent(target, sheet, reading, source, pairing, reaches).keys(all);
  }

  private Keys keys(List<String> words) {
    Map<Integer, List<Integer>> byPart = new LinkedHashMap<>();
    for (int t : sheet.triangles()) {
      int part = target.facePart()[target.triangleFace(t)];
      byPart.computeIfAbsent(part, p -> new ArrayList<>()).add(t);
    }
    ContentKey all = new ContentKey();
    all.add(BakeKey.ENGINE, sheet.tileU(), sheet.tileV());
    words.forEach(all::add);
    Map<String, String> ofPart = new LinkedHashMap<>();
    byPart.forEach(
        (part, triangles) -> {
          String key = part(part, triangles.stream().mapToInt(t -> t).toArray());
          String name = target.parts().get(part).name();
          all.add(name).add(key);
          ofPart.merge(name, key, (a, b) -> new ContentKey().add(a).add(b).hex());
        });
    return new Keys(all.hex(), ofPart);
  }

  private static int[] bits(double value) {
    long bits = Double.doubleToRawLongBits(value);
    return new int[] {(int) (bits >>> 32), (int) bits};
  }

  private String part(int part, int[] triangles) {
    ContentKey key = new ContentKey();
    addTriangles(key, triangles);
    if (source == null) {
      reading.surface().addTo(key, triangles, reading.groups());
      return key.hex();
    }
    Reach reach = reaches.of(target.parts().get(part).name());
    key.add(bits(reach.outward())).add(bits(reach.inward()));
    long[] allowed = pairing.allowed(part);
    for (int p = 0; p < sourceKeys.length; p++) {
      if (allowed == null || PartFilter.isAllowed(allowed, p)) {
        key.add(sourceKey(p));
      }
    }
    return key.hex();
  }

  /** Places, UVs and, for rays, the directions at the corners of triangles. */
  private void addTriangles(ContentKey key, int[] triangles) {
    int perCorner = source == null ? 5 : 8;
    int[] values = new int[3 * perCorner * triangles.length];
    int at = 0;
    for (int t : triangles) {
      for (int k = 0; k < 3; k++) {
        int vertex = target.triangleVertex(t, k);
        int corner = target.triangleCorner(t, k);
        for (int axis = 0; axis < 3; axis++) {
          values[at++] = raw(target.positions()[3 * vertex + axis]);
        }
        values[at++] = raw(target.cornerUv()[2 * corner]);
        values[at++] = raw(target.cornerUv()[2 * corner + 1]);
        for (int axis = 0; source != null && axis < 3; axis++) {
          values[at++] = raw(directions[3 * weld.of(vertex) + axis]);
        }
      }
    }
    key.add(values);
  }

  private static int raw(float value) {
    return Float.floatToRawIntBits(value + 0f);
  }

  private int[][] sourceTriangles() {
    int[] count = new int[source.parts().size()];
    for (int t = 0; t < source.triangleCount(); t++) {
      count[partOf(t)]++;
    }
    int[][] triangles = new int[count.length][];
    for (int p = 0; p < count.length; p++) {
      triangles[p] = new int[count[p]];
      count[p] = 0;
    }
    for (int t = 0; t < source.triangleCount(); t++) {
      int part = partOf(t);
      triangles[part][count[part]++] = t;
    }
    return triangles;
  }

  /** The places and the groups of a part of the source, in the file's order. */
  private String sourceKey(int part) {
    if (sourceKeys[part] == null) {
      int[] triangles = sourceTriangles[part];
      ContentKey key = new ContentKey().add(triangles.length);
      // A part may be the whole of a dense source: never all of its places at once.
      for (int from = 0; from < triangles.length; from += CHUNK) {
        key.add(places(triangles, from, Math.min(triangles.length, from + CHUNK)));
      }
      reading.surface().addTo(key, triangles, reading.groups());
      sourceKeys[part] = key.hex();
    }
    return sourceKeys[part];
  }

  private int[] places(int[] triangles, int from, int to) {
    int[] places = new int[9 * (to - from)];
    int at = 0;
    for (int i = from; i < to; i++) {
      for (int k = 0; k < 3; k++) {
        int vertex = 3 * source.triangleVertex(triangles[i], k);
        for (int axis = 0; axis < 3; axis++) {
          places[at++] = raw(source.positions()[vertex + axis]);
        }
      }
    }
    return places;
  }

  private int partOf(int triangle) {
    return source.facePart()[source.triangleFace(triangle)];
  }
}
