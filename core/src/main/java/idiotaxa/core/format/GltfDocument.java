package idiotaxa.core.format;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.image.ImageDecoder;
import idiotaxa.core.image.TextureImage;
import idiotaxa.core.mesh.Opacity;
import idiotaxa.core.mesh.TextureWrap;
import java.net.URLDecoder;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The JSON of a glTF file with its buffers. Buffers are inline, in the GLB, or files of the upload. */
final class GltfDocument {
  private static final int GLB_MAGIC = 0x676C5446;
  private static final int GLB_VERSION = 2;
  private static final int JSON_CHUNK = 0x4E4F534A;
  private static final int BIN_CHUNK = 0x004E4942;
  private static final int REPEAT = 10497;
  private static final int CLAMP_TO_EDGE = 33071;
  private static final int MIRRORED_REPEAT = 33648;
  private static final String CURE = "export the file again";
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final FileBundle bundle;
  private final JsonNode root;
  private final ByteBuffer binaryChunk;
  private final Map<Integer, ByteBuffer> buffers = new HashMap<>();
  private final Map<Integer, ByteBuffer> unpacked = new HashMap<>();

  private GltfDocument(FileBundle bundle, JsonNode root, ByteBuffer binaryChunk) {
    this.bundle = bundle;
    this.root = root;
    this.binaryChunk = binaryChunk;
    String version = root.path("asset").path("version").asString("");
    if (!version.startsWith("2.")) {
      throw refuse("asset.version", "this is glTF \"" + version + "\", not 2.0");
    }
    GltfExtensions.check(this);
  }

  /** Whether a file is glTF, in either of its kinds. */
  static boolean isGltf(FileBundle bundle) {
    return isGlb(bundle.openMain()) || bundle.mainName().toLowerCase(Locale.ROOT).endsWith(".gltf");
  }

  static boolean isGlb(ByteBuffer bytes) {
    return bytes.remaining() >= 4 && bytes.getInt(0) == GLB_MAGIC;
  }

  static GltfDocument ofJson(FileBundle bundle, ByteBuffer bytes) {
    return new GltfDocument(bundle, parse(bundle, bytes), null);
  }

  static GltfDocument ofGlb(FileBundle bundle, ByteBuffer bytes) {
    ByteBuffer file = bytes.duplicate().order(ByteOrder.LITTLE_ENDIAN);
    if (file.remaining() < 20) {
      throw refuse(bundle, "byte " + file.remaining(), "the file ends inside its header");
    }
    if (file.getInt(4) != GLB_VERSION) {
      throw refuse(
          bundle,
          "byte 4",
          "the container has version " + Integer.toUnsignedString(file.getInt(4)) + ", not 2");
    }
    long claimed = Integer.toUnsignedLong(file.getInt(8));
    if (claimed > file.remaining()) {
      throw refuse(
          bundle,
          "byte " + file.remaining(),
          "the file ends here, but its header promises " + claimed + " bytes");
    }
    ByteBuffer json = null;
    ByteBuffer binary = null;
    long at = 12;
    while (at + 8 <= claimed) {
      long length = Integer.toUnsignedLong(file.getInt((int) at));
      int type = file.getInt((int) at + 4);
      if (at + 8 + length > claimed) {
        throw refuse(bundle, "byte " + at, "a chunk of " + length + " bytes does not fit the file");
      }
      ByteBuffer chunk = file.slice((int) at + 8, (int) length);
      if (type == JSON_CHUNK && json == null) {
        json = chunk;
      } else if (type == BIN_CHUNK && binary == null) {
        binary = chunk;
      }
      at += 8 + length;
    }
    if (json == null) {
      throw refuse(bundle, "byte 12", "the file has no JSON chunk");
    }
    return new GltfDocument(bundle, parse(bundle, json), binary);
  }

  private static JsonNode parse(FileBundle bundle, ByteBuffer bytes) {
    byte[] text = new byte[bytes.remaining()];
    bytes.duplicate().get(text);
    try {
      return JSON.readTree(text);
    } catch (JacksonException e) {
      throw refuse(bundle, "its JSON", e.getOriginalMessage());
    }
  }

  JsonNode root() {
    return root;
  }

  FormatException refuse(String place, String problem) {
    return refuse(bundle, place, problem);
  }

  FormatException refuse(String place, String problem, String cure) {
    return new FormatException(bundle.mainName(), place, problem, cure);
  }

  private static FormatException refuse(FileBundle bundle, String place, String problem) {
    return new FormatException(bundle.mainName(), place, problem, CURE);
  }

  /** Element {@code index} of a top-level array, empty when out of range. */
  Optional<JsonNode> element(String array, int index) {
    JsonNode node = root.path(array).path(index);
    return index < 0 || node.isMissingNode() ? Optional.empty() : Optional.of(node);
  }

  /** The bytes of a buffer view, little endian. */
  ByteBuffer view(int index) {
    JsonNode view =
        element("bufferViews", index)
            .orElseThrow(() -> refuse("buffer view " + index, "there is no such buffer view"));
    String place = "buffer view " + index;
    if (GltfMeshopt.isPacked(view)) {
      ByteBuffer known = unpacked.get(index);
      if (known == null) {
        known = GltfMeshopt.unpack(this, place, view);
        unpacked.put(index, known);
      }
      return known.duplicate().order(ByteOrder.LITTLE_ENDIAN);
    }
    return slice(
        place,
        view.path("buffer").asInt(-1),
        view.path("byteOffset").asLong(0),
        view.path("byteLength").asLong(-1));
  }

  /** Bytes of a buffer, little endian. */
  ByteBuffer slice(String place, int index, long offset, long length) {
    ByteBuffer buffer = buffer(index);
    if (offset < 0 || length < 0 || offset + length > buffer.capacity()) {
      throw refuse(
          place,
          "bytes " + offset + " … " + (offset + length) + " lie beyond its buffer of "
              + buffer.capacity() + " bytes");
    }
    return buffer.slice((int) offset, (int) length).order(ByteOrder.LITTLE_ENDIAN);
  }

  /** Whether a buffer has bytes of its own; what stands in for packed ones has none. */
  boolean hasBytes(int index) {
    return root.path("buffers").path(index).has("uri") || index == 0 && binaryChunk != null;
  }

  /** The bytes of an image that lies in a file of the upload; empty for those inside and those that did not come along. */
  Optional<ByteBuffer> imageFile(int index) {
    String uri = root.path("images").path(index).path("uri").asString("");
    return uri.isEmpty() || uri.startsWith("data:") ? Optional.empty() : ofUri("image " + index, uri);
  }

  private ByteBuffer buffer(int index) {
    ByteBuffer known = buffers.get(index);
    if (known != null) {
      return known;
    }
    JsonNode buffer =
        element("buffers", index)
            .orElseThrow(() -> refuse("buffer " + index, "there is no such buffer"));
    ByteBuffer loaded = load(index, buffer.path("uri").asString(null));
    long claimed = buffer.path("byteLength").asLong(-1);
    if (claimed < 0 || claimed > loaded.capacity()) {
      throw refuse(
          "buffer " + index,
          "it says that it has " + claimed + " bytes, but there are " + loaded.capacity());
    }
    buffers.put(index, loaded);
    return loaded;
  }

  private ByteBuffer load(int index, String uri) {
    if (uri == null) {
      if (index != 0 || binaryChunk == null) {
        throw refuse("buffer " + index, "the buffer has no data");
      }
      return binaryChunk;
    }
    return ofUri("buffer " + index, uri)
        .orElseThrow(
            () ->
                new FormatException(
                    bundle.mainName(),
                    "buffer " + index,
                    "the file " + uri + " is missing",
                    "bring it in together with this one"));
  }

  /** Inline data, or a file of the upload by its plain name; empty when that did not come along. */
  private Optional<ByteBuffer> ofUri(String place, String uri) {
    if (uri.startsWith("data:")) {
      return Optional.of(decode(place, uri));
    }
    if (uri.contains(":") || uri.startsWith("/") || bundle.leadsOut(uri)) {
      throw refuse(place, "it points outside of the upload (" + uri + ")");
    }
    return bundle.open(URLDecoder.decode(uri.replace("+", "%2B"), StandardCharsets.UTF_8));
  }

  private ByteBuffer decode(String place, String uri) {
    int comma = uri.indexOf(',');
    if (comma < 0 || !uri.substring(0, comma).endsWith(";base64")) {
      throw refuse(place, "the inline data is not base64");
    }
    try {
      return ByteBuffer.wrap(Base64.getDecoder().decode(uri.substring(comma + 1)));
    } catch (IllegalArgumentException e) {
      throw refuse(place, "the inline data is not base64");
    }
  }

  /**
   * A vector of numbers.
   *
   * @param missing what it is where the node does not have it; tells its length
   * @throws FormatException when it has another length or holds no finite numbers
   */
  double[] vector(String place, JsonNode node, String name, double... missing) {
    JsonNode values = node.path(name);
    if (values.isMissingNode()) {
      return missing;
    }
    double[] out = new double[missing.length];
    boolean isRight = values.isArray() && values.size() == out.length;
    for (int i = 0; isRight && i < out.length; i++) {
      out[i] = values.get(i).asDouble(Double.NaN);
      isRight = Double.isFinite(out[i]);
    }
    if (!isRight) {
      throw refuse(place, "its " + name + " is not " + out.length + " finite numbers");
    }
    return out;
  }

  /** Bytes of the file and of every buffer that it can load. */
  long bytes(long mainBytes) {
    long sum = mainBytes;
    for (JsonNode buffer : root.path("buffers")) {
      String uri = buffer.path("uri").asString("");
      sum += uri.isEmpty() || uri.startsWith("data:") ? 0 : Math.max(0, buffer.path("byteLength").asLong(0));
    }
    return sum;
  }

  /** How a material looks its base colour image up. */
  GltfTextureMapping mappingOfMaterial(int material) {
    return element("materials", material)
        .map(m -> m.at("/pbrMetallicRoughness/baseColorTexture"))
        .filter(texture -> !texture.isMissingNode())
        .map(texture -> GltfTextureMapping.of(this, "material " + material, texture))
        .orElse(GltfTextureMapping.PLAIN);
  }

  /** Index of a material's base colour image, −1 when it has none. */
  int imageOfMaterial(int material) {
    return textureOfMaterial(material).map(t -> t.path("source").asInt(-1)).orElse(-1);
  }

  private Optional<JsonNode> textureOfMaterial(int material) {
    int texture =
        element("materials", material)
            .map(m -> m.at("/pbrMetallicRoughness/baseColorTexture/index").asInt(-1))
            .orElse(-1);
    return element("textures", texture);
  }

  /**
   * How the base colour image of a material goes on beyond its sides; it repeats where the file says nothing.
   *
   * @param side {@code wrapS} or {@code wrapT}
   */
  TextureWrap wrapOfMaterial(int material, String side) {
    int sampler = textureOfMaterial(material).map(t -> t.path("sampler").asInt(-1)).orElse(-1);
    int wrap = element("samplers", sampler).map(s -> s.path(side).asInt(REPEAT)).orElse(REPEAT);
    return switch (wrap) {
      case REPEAT -> TextureWrap.REPEAT;
      case CLAMP_TO_EDGE -> TextureWrap.CLAMP;
      case MIRRORED_REPEAT -> TextureWrap.MIRROR;
      default -> throw refuse("sampler " + sampler, side + " " + wrap + " is none that glTF knows");
    };
  }

  /** What of a material is there (glTF 2.0, 3.9.4). */
  Opacity opacityOfMaterial(int material) {
    String place = "material " + material;
    JsonNode node = element("materials", material).orElse(root());
    String mode = node.path("alphaMode").asString("OPAQUE");
    double factor = vector(place, node.path("pbrMetallicRoughness"), "baseColorFactor", 1, 1, 1, 1)[3];
    return switch (mode) {
      case "OPAQUE" -> Opacity.SOLID;
      case "MASK" -> new Opacity(Opacity.Mode.MASK, (float) factor, (float) node.path("alphaCutoff").asDouble(0.5));
      case "BLEND" -> new Opacity(Opacity.Mode.BLEND, (float) factor, 0);
      default -> throw refuse(place, "the alphaMode " + mode + " is none that glTF knows");
    };
  }

  /**
   * What the pixels of a material's image are multiplied by, linear (glTF 2.0, 3.9.2).
   *
   * @return red, green and blue, 0 … 1
   */
  double[] factorOfMaterial(int material) {
    JsonNode pbr = element("materials", material).map(m -> m.path("pbrMetallicRoughness")).orElse(root());
    double[] rgba = vector("material " + material, pbr, "baseColorFactor", 1, 1, 1, 1);
    return new double[] {rgba[0], rgba[1], rgba[2]};
  }

  /** An image's pixels; empty when there is no such image or its file is not in the upload. */
  Optional<TextureImage> image(int index) {
    JsonNode node = element("images", index).orElse(null);
    if (node == null) {
      return Optional.empty();
    }
    String place = "image " + index;
    Optional<ByteBuffer> bytes =
        node.has("bufferView")
            ? Optional.of(view(node.path("bufferView").asInt(-1)))
            : ofUri(place, node.path("uri").asString(""));
    return bytes.map(b -> ImageDecoder.decode(bundle.mainName(), place, b));
  }
}
