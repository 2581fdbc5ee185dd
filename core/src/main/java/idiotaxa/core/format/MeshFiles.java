package idiotaxa.core.format;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.UpAxis;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import java.nio.ByteBuffer;
import java.util.Locale;
import java.util.concurrent.atomic.AtomicInteger;
import tools.jackson.databind.JsonNode;

/** Reads a mesh of any format that we know, told by its first bytes and its ending. */
public final class MeshFiles {
  private static final int PLY_MAGIC = 0x706C79;

  /** Coordinates that one thread takes at a time. */
  private static final int RANGE = 1 << 16;

  private MeshFiles() {}

  /**
   * @return a mesh with at least one face and finite positions
   * @throws FormatException when the file is refused
   */
  public static Mesh read(FileBundle bundle) {
    return read(bundle, Progress.NONE);
  }

  /**
   * @param progress asked now and then whether to go on
   * @return a mesh with at least one face and finite positions
   * @throws FormatException when the file is refused
   * @throws idiotaxa.core.work.CancelledException when the progress says so
   */
  public static Mesh read(FileBundle bundle, Progress progress) {
    return read(bundle, ReadAs.USUAL, progress);
  }

  /**
   * @param as what the file does not say of itself
   * @param progress asked now and then whether to go on
   * @return a mesh with at least one face and finite positions, in metres with Y up
   * @throws FormatException when the file is refused
   * @throws idiotaxa.core.work.CancelledException when the progress says so
   */
  public static Mesh read(FileBundle bundle, ReadAs as, Progress progress) {
    Mesh mesh = FaceWordsFile.beside(bundle, parse(bundle, as, progress));
    if (mesh.triangleCount() == 0) {
      throw new FormatException(
          bundle.mainName(), "", "the file holds no faces", "export the model with its geometry");
    }
    if (as.uvSet() > 0 && (!mesh.hasUvs() || !GltfDocument.isGltf(bundle))) {
      throw new FormatException(
          bundle.mainName(), "", "there is no UV set " + as.uvSet(), "choose one that it has; the first is 0");
    }
    if (as.colorSet() > 0 && (!mesh.hasColors() || !GltfDocument.isGltf(bundle))) {
      throw new FormatException(
          bundle.mainName(),
          "",
          "there are no vertex colours of set " + as.colorSet(),
          "choose a set that it has; the first is 0");
    }
    checkFinite(bundle.mainName(), mesh.positions());
    boolean isUsd = bundle.mainName().toLowerCase(Locale.ROOT).endsWith(".usda");
    boolean isTurned = !isUsd && (as.unit() != ReadAs.Unit.M || as.up() != UpAxis.Y);
    return isTurned ? mesh.in(as.unit().metres(), as.up()) : mesh;
  }

  /** How many UV sets a file has, of which {@link ReadAs} chooses one; only glTF has more than one. */
  public static int uvSets(FileBundle bundle) {
    if (!GltfDocument.isGltf(bundle)) {
      return 1;
    }
    ByteBuffer bytes = bundle.openMain();
    GltfDocument document = GltfDocument.isGlb(bytes) ? GltfDocument.ofGlb(bundle, bytes) : GltfDocument.ofJson(bundle, bytes);
    int sets = 1;
    for (JsonNode mesh : document.root().path("meshes")) {
      for (JsonNode primitive : mesh.path("primitives")) {
        while (sets <= ReadAs.LAST_SET && primitive.path("attributes").has("TEXCOORD_" + sets)) {
          sets++;
        }
      }
    }
    return sets;
  }

  private static Mesh parse(FileBundle bundle, ReadAs as, Progress progress) {
    ByteBuffer bytes = bundle.openMain();
    String name = bundle.mainName().toLowerCase(Locale.ROOT);
    if (GltfDocument.isGlb(bytes)) {
      return new GltfReader(bundle, as, progress).readGlb(bytes);
    }
    if (bytes.remaining() >= 4 && bytes.getInt(0) >>> 8 == PLY_MAGIC) {
      return new PlyReader(bundle.mainName(), bytes, progress).read();
    }
    if (GltfDocument.isGltf(bundle)) {
      return new GltfReader(bundle, as, progress).readGltf(bytes);
    }
    if (name.endsWith(".obj")) {
      return new ObjReader(bundle, progress).read(bytes);
    }
    if (name.endsWith(".usda")) {
      return new UsdaReader(bundle.mainName(), progress).read(bytes);
    }
    if (name.endsWith(".stl")) {
      return new StlReader(bundle.mainName(), bytes, progress).read();
    }
    throw new FormatException(
        bundle.mainName(),
        "",
        "this is no mesh that Idiotaxa reads",
        "bring in a .glb, .gltf, .obj, .ply, .stl or .usda file");
  }

  private static void checkFinite(String file, float[] positions) {
    AtomicInteger first = new AtomicInteger(positions.length);
    Parallel.ranges(
        positions.length,
        RANGE,
        Parallel.cores(),
        (from, to) -> {
          for (int i = from; i < to; i++) {
            if (!Float.isFinite(positions[i])) {
              first.accumulateAndGet(i, Math::min);
              return;
            }
          }
        });
    if (first.get() < positions.length) {
      throw new FormatException(
          file,
          "vertex " + first.get() / 3,
          "the position is not a finite number",
          "repair the model and export it again");
    }
  }
}
