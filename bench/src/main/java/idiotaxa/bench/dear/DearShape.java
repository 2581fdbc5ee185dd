package idiotaxa.bench.dear;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.SplittableRandom;

/**
 * A kind of file for which some loop over user data might take time or memory beyond its size. Each is written as OBJ or
 * glTF text, deterministically, as large as it is asked for.
 */
public enum DearShape {
  /** One face whose corners lie at random distances around a middle: half of them reflex. */
  RAGGED_POLYGON("one polygon, ragged") {
    @Override
    void write(ObjText obj, long bytes) {
      int n = (int) (bytes / 78);
      SplittableRandom random = new SplittableRandom(1);
      for (int i = 0; i < n; i++) {
        obj.polar(i / (double) n, 1 + 4 * random.nextDouble());
      }
      obj.faceOfLast(n);
    }
  },

  /** One face wound around itself: no corner's ear is small, and most of the polygon lies in its box. */
  SPIRAL("one polygon, a spiral") {
    @Override
    void write(ObjText obj, long bytes) {
      int n = (int) (bytes / 78) & ~1;
      for (int i = 0; i < n; i++) {
        boolean isOuter = i < n / 2;
        int along = isOuter ? i : n - 1 - i;
        double turn = 40.0 * along / (n / 2);
        obj.polar(turn, 0.1 + 0.12 * turn + (isOuter ? 0.05 : 0));
      }
      obj.faceOfLast(n);
    }
  },

  /** One face whose corners lie at random: it crosses itself everywhere. */
  TANGLE("one polygon that crosses itself") {
    @Override
    void write(ObjText obj, long bytes) {
      int n = (int) (bytes / 78);
      SplittableRandom random = new SplittableRandom(2);
      for (int i = 0; i < n; i++) {
        obj.point(random.nextDouble(), random.nextDouble(), 0, random.nextDouble(), random.nextDouble());
      }
      obj.faceOfLast(n);
    }
  },

  /** Stars of a hundred thousand spikes each. */
  SPIKES("stars of 100,000 spikes") {
    @Override
    void write(ObjText obj, long bytes) {
      int n = 200_000;
      for (long star = 0; star < bytes / 78 / n; star++) {
        for (int i = 0; i < n; i++) {
          obj.polar(i / (double) n, i % 2 == 0 ? 1 : 5);
        }
        obj.faceOfLast(n);
      }
    }
  },

  STACKED_QUADS("quads that all lie on the whole sheet") {
    @Override
    void write(ObjText obj, long bytes) {
      for (long i = 0; i < bytes / 214; i++) {
        obj.quad(i * 1e-3, 0, 0, 1, 1);
      }
    }
  },

  /** Half of the sheet stays free, and no two triangles are the same. */
  STACKED_TRIANGLES("triangles that all lie on half of the sheet") {
    @Override
    void write(ObjText obj, long bytes) {
      SplittableRandom random = new SplittableRandom(3);
      for (long i = 0; i < bytes / 168; i++) {
        double z = i * 1e-3;
        obj.point(0, 0, z, 0.01 * random.nextDouble(), 0.01 * random.nextDouble());
        obj.point(1, 0, z, 1 - 0.01 * random.nextDouble(), 0.01 * random.nextDouble());
        obj.point(0, 1, z, 0.01 * random.nextDouble(), 1 - 0.01 * random.nextDouble());
        obj.faceOfLast(3);
      }
    }
  },

  SLIVERS("slivers across the whole sheet") {
    @Override
    void write(ObjText obj, long bytes) {
      SplittableRandom random = new SplittableRandom(4);
      for (long i = 0; i < bytes / 168; i++) {
        double v = random.nextDouble();
        double w = random.nextDouble();
        obj.point(0, v, 0, 0, v);
        obj.point(1, w, 0, 1, w);
        obj.point(1, w + 1e-4, 1e-3, 1, w + 1e-4);
        obj.faceOfLast(3);
      }
    }
  },

  MANY_PARTS("parts of one triangle") {
    @Override
    void write(ObjText obj, long bytes) {
      for (int i = 0; i < Math.min(bytes / 188, 300_000); i++) {
        obj.line("o part" + i);
        obj.smallTriangle(i);
      }
    }
  },

  /** Every part is a candidate for every other by its name. */
  ALIKE_NAMES("parts of one triangle, all of one name") {
    @Override
    void write(ObjText obj, long bytes) {
      for (int i = 0; i < Math.min(bytes / 188, 300_000); i++) {
        obj.line("o bolt." + String.format("%06d", i % 1000));
        obj.smallTriangle(i);
      }
    }
  },

  MANY_MATERIALS("a material for every face") {
    @Override
    void write(ObjText obj, long bytes) {
      obj.line("o plates");
      for (int i = 0; i < Math.min(bytes / 188, 300_000); i++) {
        obj.line("usemtl paint" + i);
        obj.smallTriangle(i);
      }
    }
  },

  HUB("one vertex that every face uses") {
    @Override
    void write(ObjText obj, long bytes) {
      obj.point(0, 0, 0, 0.5, 0.5);
      int n = (int) (bytes / 86);
      for (int i = 0; i < n; i++) {
        obj.polar(i / (double) n, 5);
      }
      for (int i = 0; i < n; i++) {
        obj.face(1, 2 + i, 2 + (i + 1) % n);
      }
    }
  },

  /** Every face shares one edge with every other. */
  BOOK("one edge that every face uses") {
    @Override
    void write(ObjText obj, long bytes) {
      obj.point(0, 0, 0, 0, 0);
      obj.point(0, 1, 0, 0, 1);
      int n = (int) (bytes / 81);
      for (int i = 0; i < n; i++) {
        obj.polar(i / (double) n, 5);
        obj.face(1, 2, 3 + i);
      }
    }
  },

  DOUBLES("one face, again and again") {
    @Override
    void write(ObjText obj, long bytes) {
      obj.point(0, 0, 0, 0, 0);
      obj.point(1, 0, 0, 1, 0);
      obj.point(0, 1, 0, 0, 1);
      for (long i = 0; i < bytes / 14; i++) {
        obj.face(1, 2, 3);
      }
    }
  },

  POINT_UVS("faces without area in UV space") {
    @Override
    void write(ObjText obj, long bytes) {
      for (long i = 0; i < bytes / 168; i++) {
        double x = i % 1000;
        double y = i / 1000;
        obj.point(x, y, 0, 0.5, 0.5);
        obj.point(x + 0.9, y, 0, 0.5, 0.5);
        obj.point(x, y + 0.9, 0, 0.5, 0.5);
        obj.faceOfLast(3);
      }
    }
  },

  /** A node in a node in a node, each with a part. */
  DEEP_NODES("nodes inside of each other", ".gltf") {
    @Override
    public void writeTo(Path file, long bytes) throws IOException {
      int count = (int) Math.min(bytes / 60, 1_000_000);
      StringBuilder text = new StringBuilder(DeepNodes.HEAD);
      for (int i = 0; i < count; i++) {
        text.append(i == 0 ? "" : ",\n").append("{\"mesh\":0,\"translation\":[0,0,0.1]");
        text.append(i + 1 == count ? "}" : ",\"children\":[" + (i + 1) + "]}");
      }
      Files.writeString(file, text.append("]}"));
    }
  };

  private static final class DeepNodes {
    /** A triangle of nine floats for positions, read again as UVs, in a buffer inside the file. */
    private static final String HEAD =
        "{\"asset\":{\"version\":\"2.0\"},\"scene\":0,\"scenes\":[{\"nodes\":[0]}],\"meshes\":[{\"primitives\":[{\"attributes\":"
            + "{\"POSITION\":0,\"TEXCOORD_0\":1}}]}],\"accessors\":[{\"bufferView\":0,\"componentType\":5126,\"count\":3,"
            + "\"type\":\"VEC3\",\"min\":[0,0,0],\"max\":[1,1,0]},{\"bufferView\":1,\"componentType\":5126,\"count\":3,"
            + "\"type\":\"VEC2\"}],\"bufferViews\":[{\"buffer\":0,\"byteLength\":36},{\"buffer\":0,\"byteLength\":24}],"
            + "\"buffers\":[{\"byteLength\":36,\"uri\":\"data:application/octet-stream;base64,"
            + "AAAAAAAAAAAAAAAAAACAPwAAAAAAAAAAAAAAAAAAgD8AAAAA\"}],\"nodes\":[\n";
  }

  private final String words;
  private final String ending;

  DearShape(String words) {
    this(words, ".obj");
  }

  DearShape(String words, String ending) {
    this.words = words;
    this.ending = ending;
  }

  public String words() {
    return words;
  }

  public String fileName() {
    return name().toLowerCase(Locale.ROOT) + ending;
  }

  void write(ObjText obj, long bytes) {
    throw new UnsupportedOperationException(name());
  }

  /**
   * @param bytes about as large as the file is to become; some kinds end earlier, by their count
   */
  public void writeTo(Path file, long bytes) throws IOException {
    try (ObjText obj = new ObjText(file)) {
      write(obj, bytes);
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }
}
