package idiotaxa.core.format;

import com.carrotsearch.hppc.IntArrayList;
import com.carrotsearch.hppc.LongIntHashMap;
import idiotaxa.core.file.FileBundle;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Locale;
import java.util.Set;

/**
 * PLY with groups added, in the encoding of the file, row by row. As colours: {@code red green blue} of vertices,
 * where the model's own stay as {@code original_red} and so on; a vertex that two groups share is there again at the
 * end of its list. As numbers: {@code group} of faces.
 */
final class PlyOriginal {
  private static final int NONE = -1;
  private static final int MOST_GROUPS = 1 << 16;
  private static final String OWN = "original_";
  private static final Set<String> COLORS =
      Set.of("red", "green", "blue", "alpha", "r", "g", "b", "a", "diffuse_red", "diffuse_green", "diffuse_blue");

  private final FileBundle bundle;
  private final ByteBuffer bytes;
  private final AddedGroups groups;
  private final PlyHeader header;
  private final boolean isText;
  private final IntArrayList copied = new IntArrayList();
  private final IntArrayList groupOfCopy = new IntArrayList();
  private final LongIntHashMap placeOfCopy = new LongIntHashMap();
  private int[] groupOf = {};

  PlyOriginal(FileBundle bundle, AddedGroups groups) {
    this.bundle = bundle;
    this.groups = groups;
    bytes = bundle.openMain();
    header = PlyHeader.read(bundle.mainName(), bytes);
    isText = header.encoding() == PlyHeader.Encoding.ASCII;
  }

  void write(OutputStream out) throws IOException {
    if (groups.as() == AddedGroups.As.MATERIALS) {
      throw OriginalFile.refuse(bundle, "PLY knows no materials", "choose vertex colours or numbers");
    }
    boolean hasColors = groups.as() == AddedGroups.As.COLORS;
    for (PlyHeader.Element element : header.elements()) {
      if (element.name().equals("vertex")) {
        groupOf = new int[element.count()];
        Arrays.fill(groupOf, NONE);
      }
    }
    int faces = walkFaces(hasColors);
    if (faces != groups.ofFace().length) {
      throw OriginalFile.differs(bundle);
    }
    BufferedOutputStream buffered = new BufferedOutputStream(out, 1 << 16);
    writeHeader(buffered);
    writeRows(buffered);
    buffered.flush();
  }

  private PlyValues values() {
    return PlyValues.of(bundle.mainName(), bytes, header);
  }

  /** Goes through all faces and, where asked to, finds out which vertices are needed again; how many faces there are. */
  private int walkFaces(boolean isPlacing) {
    PlyValues values = values();
    int faces = 0;
    int corner = 0;
    for (PlyHeader.Element element : header.elements()) {
      values.expect(element);
      for (int row = 0; row < element.count(); row++) {
        int[] corners = readRow(element, values);
        if (corners.length >= 3) {
          if (corner + corners.length > groups.ofCorner().length) {
            throw OriginalFile.differs(bundle);
          }
          for (int k = 0; isPlacing && k < corners.length; k++) {
            place(corners[k], groups.ofCorner()[corner + k]);
          }
          corner += corners.length;
          faces++;
        }
      }
    }
    return faces;
  }

  private static final int[] NO_CORNERS = {};

  /** Steps over a row; the corners of a face, none for others. */
  private int[] readRow(PlyHeader.Element element, PlyValues values) {
    int[] corners = NO_CORNERS;
    for (PlyHeader.Property property : element.properties()) {
      if (isCorners(element, property)) {
        corners = new int[values.listSize(property, 0)];
        for (int k = 0; k < corners.length; k++) {
          double vertex = values.item(property);
          if (!(vertex >= 0 && vertex < groupOf.length) && corners.length >= 3) {
            throw OriginalFile.differs(bundle);
          }
          corners[k] = (int) vertex;
        }
      } else {
        values.skip(property);
      }
    }
    return corners;
  }

  private static boolean isCorners(PlyHeader.Element element, PlyHeader.Property property) {
    return element.name().equals("face") && property.isList() && property.name().startsWith("vertex_ind");
  }

  private void place(int vertex, int group) {
    if (groupOf[vertex] == NONE) {
      groupOf[vertex] = group;
    } else if (groupOf[vertex] != group) {
      long key = (long) vertex * MOST_GROUPS + group;
      if (!placeOfCopy.containsKey(key)) {
        placeOfCopy.put(key, groupOf.length + copied.size());
        copied.add(vertex);
        groupOfCopy.add(group);
      }
    }
  }

  private void writeHeader(OutputStream out) throws IOException {
    byte[] text = new byte[header.dataOffset()];
    bytes.get(0, text);
    String element = "";
    for (String line : new String(text, StandardCharsets.ISO_8859_1).split("(?<=\n)")) {
      String[] words = line.strip().split("\\s+");
      String end = line.endsWith("\r\n") ? "\r\n" : "\n";
      String written = line;
      if (words[0].equals("element") || words[0].equals("end_header")) {
        written = addedProperties(element, end) + line;
        element = words.length > 1 ? words[1] : "";
        if (element.equals("vertex")) {
          written = addedProperties("", end) + "element vertex " + (groupOf.length + copied.size()) + end;
        }
      } else if (words[0].equals("property")) {
        written = property(element, words, line, end);
      }
      out.write(written.getBytes(StandardCharsets.ISO_8859_1));
    }
  }

  private String addedProperties(String element, String end) {
    if (element.equals("vertex") && groups.as() == AddedGroups.As.COLORS) {
      return "property uchar red" + end + "property uchar green" + end + "property uchar blue" + end;
    }
    return element.equals("face") && groups.as() == AddedGroups.As.NUMBERS ? "property ushort group" + end : "";
  }

  private String property(String element, String[] words, String line, String end) {
    String name = words[words.length - 1];
    String lower = name.toLowerCase(Locale.ROOT);
    boolean isColor = (element.equals("vertex") || element.equals("face")) && COLORS.contains(lower);
    boolean isNumber = element.equals("face") && groups.as() == AddedGroups.As.NUMBERS && lower.equals("group");
    if (isColor && groups.as() != AddedGroups.As.NUMBERS || isNumber) {
      return String.join(" ", Arrays.copyOf(words, words.length - 1)) + " " + OWN + name + end;
    }
    boolean isWider = words[1].equals("list") && element.equals("face") && lower.startsWith("vertex_ind") && !copied.isEmpty();
    return isWider ? "property list " + words[2] + " uint " + name + end : line;
  }

  private void writeRows(OutputStream out) throws IOException {
    PlyValues values = values();
    int face = 0;
    int corner = 0;
    int[] starts = copied.isEmpty() ? null : new int[2 * groupOf.length];
    for (PlyHeader.Element element : header.elements()) {
      boolean isVertex = element.name().equals("vertex");
      for (int row = 0; row < element.count(); row++) {
        int from = values.bytes.position();
        boolean isChanged = !copied.isEmpty() && element.name().equals("face");
        int[] corners = isChanged ? writeFace(element, values, corner, out) : readRow(element, values);
        int to = values.bytes.position();
        if (!isChanged) {
          copy(from, to, out);
        }
        if (isVertex && groups.as() == AddedGroups.As.COLORS) {
          writeColor(Math.max(0, groupOf[row]), out);
          if (starts != null) {
            starts[2 * row] = from;
            starts[2 * row + 1] = to;
          }
        }
        if (element.name().equals("face")) {
          boolean isFace = corners.length >= 3;
          if (groups.as() == AddedGroups.As.NUMBERS) {
            write(isFace ? groups.ofFace()[face] : 0, Short.BYTES, out);
          }
          face += isFace ? 1 : 0;
          corner += isFace ? corners.length : 0;
        }
        endRow(out);
      }
      for (int i = 0; isVertex && i < copied.size(); i++) {
        copy(starts[2 * copied.get(i)], starts[2 * copied.get(i) + 1], out);
        writeColor(groupOfCopy.get(i), out);
        endRow(out);
      }
    }
    if (!isText) {
      copy(values.bytes.position(), bytes.limit(), out);
    }
  }

  /** Writes a face with the vertices of its groups. */
  private int[] writeFace(PlyHeader.Element element, PlyValues values, int firstCorner, OutputStream out) throws IOException {
    int[] corners = NO_CORNERS;
    for (PlyHeader.Property property : element.properties()) {
      int from = values.bytes.position();
      if (!isCorners(element, property)) {
        values.skip(property);
        copy(from, values.bytes.position(), out);
        continue;
      }
      corners = new int[values.listSize(property, 0)];
      copy(from, values.bytes.position(), out);
      for (int k = 0; k < corners.length; k++) {
        int vertex = (int) values.item(property);
        corners[k] = vertex;
        boolean isOwn = corners.length < 3 || groupOf[vertex] == groups.ofCorner()[firstCorner + k];
        long key = isOwn ? 0 : (long) vertex * MOST_GROUPS + groups.ofCorner()[firstCorner + k];
        write(isOwn ? vertex : placeOfCopy.get(key), Integer.BYTES, out);
      }
    }
    return corners;
  }

  private void writeColor(int group, OutputStream out) throws IOException {
    for (int shift = 16; shift >= 0; shift -= 8) {
      write(groups.colors()[group] >> shift & 0xFF, 1, out);
    }
  }

  /** An unsigned integer in the encoding of the file. */
  private void write(int value, int size, OutputStream out) throws IOException {
    if (isText) {
      out.write((value + " ").getBytes(StandardCharsets.US_ASCII));
      return;
    }
    for (int k = 0; k < size; k++) {
      int place = header.encoding() == PlyHeader.Encoding.BIG_ENDIAN ? size - 1 - k : k;
      out.write(value >>> 8 * place);
    }
  }

  /** Copies values; in a text without the blanks around them. */
  private void copy(int from, int to, OutputStream out) throws IOException {
    int first = from;
    int last = to;
    while (isText && first < last && bytes.get(first) <= ' ') {
      first++;
    }
    while (isText && last > first && bytes.get(last - 1) <= ' ') {
      last--;
    }
    byte[] part = new byte[Math.min(last - first, 1 << 16)];
    for (int at = first; at < last; at += part.length) {
      int size = Math.min(part.length, last - at);
      bytes.get(at, part, 0, size);
      out.write(part, 0, size);
    }
    if (isText && last > first) {
      out.write(' ');
    }
  }

  private void endRow(OutputStream out) throws IOException {
    if (isText) {
      out.write('\n');
    }
  }
}
