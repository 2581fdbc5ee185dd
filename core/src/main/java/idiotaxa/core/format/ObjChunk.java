package idiotaxa.core.format;

import com.carrotsearch.hppc.DoubleArrayList;
import com.carrotsearch.hppc.FloatArrayList;
import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.file.FormatException;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;

/**
 * The lines of one stretch of an OBJ file as numbers: read without knowing what stands before it, so
 * that stretches can be read at the same time. What a line says is a kind in {@code kinds}, a position in
 * {@code positions}, its other floats in {@code floats}, its integers in {@code ints} and its text in {@code texts}, each in file order.
 *
 * <pre>
 * VERTEX           3 of positions
 * COLORED_VERTEX   3 of positions, 2 ints (0xFFRRGGBB of values in 0 … 1, and of values in 0 … 255)
 * UV, NORMAL       2, 3 floats
 * SIMPLE_FACE      ints: line, corners, then one vertex each, as in the file
 * FACE             ints: line, corners, then vertex, UV and normal each, as in the file or MISSING
 * OBJECT … LIBRARY 1 text
 * SMOOTHING        1 int, 0 for off
 * </pre>
 */
final class ObjChunk {
  static final int VERTEX = 0;
  static final int COLORED_VERTEX = 1;
  static final int UV = 2;
  static final int NORMAL = 3;
  static final int SIMPLE_FACE = 4;
  static final int FACE = 5;
  static final int OBJECT = 6;
  static final int GROUP = 7;
  static final int MATERIAL = 8;
  static final int LIBRARY = 9;
  static final int SMOOTHING = 10;
  static final int MISSING = Integer.MIN_VALUE;

  final IntArrayList kinds = new IntArrayList(1024);
  final DoubleArrayList positions = new DoubleArrayList(1024);
  final FloatArrayList floats = new FloatArrayList(1024);
  final IntArrayList ints = new IntArrayList(1024);
  final List<String> texts = new ArrayList<>();
  private final ObjLines lines;
  private final IntArrayList face = new IntArrayList();
  private String problem;
  private double largestColor;

  private ObjChunk(ObjLines lines) {
    this.lines = lines;
  }

  /** Reads a stretch of whole lines; what is wrong in it is kept, behind what came before. */
  static ObjChunk read(String file, ByteBuffer stretch) {
    ObjChunk chunk = new ObjChunk(new ObjLines(file, stretch));
    try {
      while (chunk.lines.next()) {
        chunk.readLine();
      }
    } catch (FormatException e) {
      chunk.problem = chunk.lines.problem();
    }
    return chunk;
  }

  /** Number of lines read; with a problem, the line that has it. */
  int lineCount() {
    return lines.line();
  }

  /** What is wrong in the last line, null when all is well. */
  String problem() {
    return problem;
  }

  private void readLine() {
    switch (lines.keyword()) {
      case "v" -> readVertex();
      case "vt" -> readUv();
      case "vn" -> {
        addFloats(3);
        kinds.add(NORMAL);
      }
      case "f" -> readFace();
      case "o" -> addText(OBJECT);
      case "g" -> addText(GROUP);
      case "s" -> readSmoothing();
      case "usemtl" -> addText(MATERIAL);
      case "mtllib" -> addText(LIBRARY);
      default -> {}
    }
  }

  private void readSmoothing() {
    String word = lines.rest();
    kinds.add(SMOOTHING);
    ints.add(word.matches("[1-9]\\d{0,8}") ? Integer.parseInt(word) : "on".equals(word) ? 1 : 0);
  }

  private void addFloats(int count) {
    for (int i = 0; i < count; i++) {
      floats.add((float) lines.number());
    }
  }

  private void addText(int kind) {
    texts.add(lines.rest());
    kinds.add(kind);
  }

  private void readVertex() {
    for (int k = 0; k < 3; k++) {
      positions.add(lines.number());
    }
    if (!lines.hasMore()) {
      kinds.add(VERTEX);
      return;
    }
    double r = lines.number();
    if (!lines.hasMore()) {
      // A single fourth value is the weight of a rational curve, not a colour.
      kinds.add(VERTEX);
      return;
    }
    double g = lines.number();
    double b = lines.hasMore() ? lines.number() : 0;
    ints.add(argb(r, g, b, 255));
    ints.add(argb(r, g, b, 1));
    largestColor = Math.max(largestColor, Math.max(r, Math.max(g, b)));
    kinds.add(COLORED_VERTEX);
  }

  /** The largest value that stood for a colour, 0 for none: it says whether 1 or 255 is full. */
  double largestColor() {
    return largestColor;
  }

  private static int argb(double r, double g, double b, double factor) {
    return 0xFF000000 | channel(factor * r) << 16 | channel(factor * g) << 8 | channel(factor * b);
  }

  private static int channel(double value) {
    return (int) Math.round(Math.max(0, Math.min(255, value)));
  }

  private void readUv() {
    floats.add((float) lines.number());
    floats.add(lines.hasMore() ? (float) lines.number() : 0f);
    kinds.add(UV);
  }

  private void readFace() {
    face.clear();
    boolean isSimple = true;
    while (lines.hasMore()) {
      face.add(lines.integer());
      boolean hasUv = lines.skipSlash();
      boolean isUvThere = hasUv && !lines.isAtSlash();
      face.add(isUvThere ? lines.integer() : MISSING);
      boolean hasNormal = hasUv && lines.skipSlash();
      face.add(hasNormal ? lines.integer() : MISSING);
      isSimple &= !hasUv;
    }
    ints.add(lines.line());
    ints.add(face.size() / 3);
    for (int i = 0; i < face.size(); i += isSimple ? 3 : 1) {
      ints.add(face.get(i));
    }
    kinds.add(isSimple ? SIMPLE_FACE : FACE);
  }
}
