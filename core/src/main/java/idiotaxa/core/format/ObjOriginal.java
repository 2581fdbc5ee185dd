package idiotaxa.core.format;

import com.carrotsearch.hppc.IntArrayList;
import com.carrotsearch.hppc.IntObjectHashMap;
import com.carrotsearch.hppc.LongIntHashMap;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Set;

/**
 * OBJ with groups added, line by line. As colours: three numbers behind every position; where two groups share a
 * vertex it is written again right before the first face that needs it, and what follows is counted on. As
 * materials: a {@code usemtl} before faces; those of the file become comments where a group has a face.
 */
final class ObjOriginal {
  private static final int NONE = -1;
  private static final int MOST_GROUPS = 1 << 16;

  /** Kinds of lines that speak of vertices and that are passed over here. */
  private static final Set<String> FREE_FORM = Set.of("curv", "surf", "curv2");

  private static final Set<String> OF_VERTICES = Set.of("f", "l", "p");

  private final FileBundle bundle;
  private final AddedGroups groups;
  private final String library;

  /** Of every vertex of the file: the group of the first corner there, and how many lines stand before it that were added. */
  private final IntArrayList groupOf = new IntArrayList();

  private final IntArrayList addedBefore = new IntArrayList();
  private final LongIntHashMap placeOfCopy = new LongIntHashMap();

  /** Copies in the order of the file: the face that they stand before, their vertex and their group. */
  private final IntArrayList copies = new IntArrayList();

  /** What is written of a vertex that has copies. */
  private final IntObjectHashMap<byte[]> positions = new IntObjectHashMap<>();

  ObjOriginal(FileBundle bundle, AddedGroups groups, String library) {
    this.bundle = bundle;
    this.groups = groups;
    this.library = library;
  }

  void write(OutputStream out) throws IOException {
    BufferedOutputStream buffered = new BufferedOutputStream(out, 1 << 16);
    switch (groups.as()) {
      case COLORS -> writeColors(buffered);
      case MATERIALS -> writeMaterials(buffered);
      case NONE -> writePlain(buffered);
      case NUMBERS -> throw OriginalFile.refuse(bundle, "OBJ has no place for numbers", "choose vertex colours or materials");
    }
    buffered.flush();
  }

  private ObjLines lines() {
    return new ObjLines(bundle.mainName(), bundle.openMain());
  }

  private void writePlain(OutputStream out) throws IOException {
    ObjLines lines = lines();
    while (lines.nextOfAll()) {
      if (lines.keyword().equals("v")) {
        out.write(position(lines));
        lines.copyEndTo(out);
      } else {
        lines.copyTo(out);
      }
    }
  }

  private static byte[] position(ObjLines lines) {
    for (int k = 0; k < 3; k++) {
      lines.number();
    }
    return lines.readSoFar();
  }

  private void writeColors(OutputStream out) throws IOException {
    placeCopies();
    ObjLines lines = lines();
    int vertices = 0;
    int face = 0;
    int corner = 0;
    int copy = 0;
    while (lines.nextOfAll()) {
      if (lines.keyword().equals("v")) {
        byte[] position = position(lines);
        out.write(position);
        writeColor(out, Math.max(0, groupOf.get(vertices)));
        lines.copyEndTo(out);
        if (positions.containsKey(vertices)) {
          positions.put(vertices, position);
        }
        vertices++;
      } else if (OF_VERTICES.contains(lines.keyword()) && !copies.isEmpty()) {
        IntArrayList words = cornerWords(lines, vertices);
        boolean isFace = lines.keyword().equals("f") && words.size() / 4 >= 3;
        for (; isFace && copy < copies.size() && copies.get(copy) == face; copy += 3) {
          out.write(positions.get(copies.get(copy + 1)));
          writeColor(out, copies.get(copy + 2));
          out.write('\n');
        }
        writeCorners(out, lines, words, isFace ? corner : NONE);
        lines.copyEndTo(out);
        face += isFace ? 1 : 0;
        corner += isFace ? words.size() / 4 : 0;
      } else {
        lines.copyTo(out);
      }
    }
  }

  /** Finds out which vertices are needed again, and where. */
  private void placeCopies() {
    ObjLines lines = lines();
    int face = 0;
    int corner = 0;
    boolean hasFreeForm = false;
    while (lines.nextOfAll()) {
      hasFreeForm |= FREE_FORM.contains(lines.keyword());
      if (lines.keyword().equals("v")) {
        groupOf.add(NONE);
        addedBefore.add(copies.size() / 3);
      } else if (lines.keyword().equals("f")) {
        IntArrayList words = cornerWords(lines, groupOf.size());
        if (words.size() / 4 >= 3) {
          check(face, corner + words.size() / 4);
          for (int i = 0; i < words.size(); i += 4) {
            place(face, words.get(i), groups.ofCorner()[corner++]);
          }
          face++;
        }
      }
    }
    if (face != groups.ofFace().length || corner != groups.ofCorner().length) {
      throw OriginalFile.differs(bundle);
    }
    if (hasFreeForm && !copies.isEmpty()) {
      throw OriginalFile.refuse(
          bundle, "it has free-form curves or surfaces, and groups share vertices", "choose a mesh that is written anew");
    }
  }

  private void check(int face, int corners) {
    if (face >= groups.ofFace().length || corners > groups.ofCorner().length) {
      throw OriginalFile.differs(bundle);
    }
  }

  private void place(int face, int vertex, int group) {
    if (groupOf.get(vertex) == NONE) {
      groupOf.set(vertex, group);
    } else if (groupOf.get(vertex) != group) {
      long key = (long) vertex * MOST_GROUPS + group;
      if (!placeOfCopy.containsKey(key)) {
        placeOfCopy.put(key, groupOf.size() + copies.size() / 3);
        copies.add(face, vertex, group);
        positions.put(vertex, null);
      }
    }
  }

  /** The corners of a line, four numbers each: zero-based vertex, UV and normal as in the file or missing, slashes. */
  private IntArrayList cornerWords(ObjLines lines, int vertices) {
    IntArrayList words = new IntArrayList();
    while (lines.hasMore()) {
      int vertex = lines.integer();
      vertex = vertex < 0 ? vertices + vertex : vertex - 1;
      if (vertex < 0 || vertex >= vertices) {
        throw new FormatException(bundle.mainName(), "line " + lines.line(), "a vertex is asked for that is not there", ObjLines.CURE);
      }
      int slashes = lines.skipSlash() ? 1 : 0;
      int uv = slashes == 1 && !lines.isAtSlash() ? lines.integer() : ObjChunk.MISSING;
      slashes += slashes == 1 && lines.skipSlash() ? 1 : 0;
      words.add(vertex, uv);
      words.add(slashes == 2 ? lines.integer() : ObjChunk.MISSING, slashes);
    }
    return words;
  }

  /**
   * @param firstCorner of the face, −1 where the line is none
   */
  private void writeCorners(OutputStream out, ObjLines lines, IntArrayList words, int firstCorner) throws IOException {
    StringBuilder text = new StringBuilder(lines.keyword());
    for (int i = 0; i < words.size(); i += 4) {
      int vertex = words.get(i);
      int group = firstCorner < 0 ? groupOf.get(vertex) : groups.ofCorner()[firstCorner + i / 4];
      int place = vertex + addedBefore.get(vertex);
      if (group != groupOf.get(vertex)) {
        place = placeOfCopy.get((long) vertex * MOST_GROUPS + group);
      }
      text.append(' ').append(place + 1);
      if (words.get(i + 3) > 0) {
        text.append('/');
      }
      if (words.get(i + 1) != ObjChunk.MISSING) {
        text.append(words.get(i + 1));
      }
      if (words.get(i + 3) > 1) {
        text.append('/').append(words.get(i + 2));
      }
    }
    out.write(text.toString().getBytes(StandardCharsets.US_ASCII));
  }

  private void writeColor(OutputStream out, int group) throws IOException {
    StringBuilder text = new StringBuilder();
    for (int shift = 16; shift >= 0; shift -= 8) {
      Numbers.append(text.append(' '), (groups.colors()[group] >> shift & 0xFF) / 255f);
    }
    out.write(text.toString().getBytes(StandardCharsets.US_ASCII));
  }

  private void writeMaterials(OutputStream out) throws IOException {
    ObjLines lines = lines();
    byte[] own = new byte[0];
    byte[] now = own;
    int face = 0;
    out.write(("mtllib " + library + "\n").getBytes(StandardCharsets.UTF_8));
    while (lines.nextOfAll()) {
      if (lines.keyword().equals("usemtl")) {
        String name = lines.rest();
        own = ("usemtl " + name + "\n").getBytes(StandardCharsets.UTF_8);
        out.write('#');
        out.write(' ');
      } else if (lines.keyword().equals("f") && corners(lines) >= 3) {
        check(face, 0);
        byte[] wanted = materialOf(groups.ofFace()[face++], own);
        if (!Arrays.equals(wanted, now)) {
          out.write(wanted);
          now = wanted;
        }
      }
      lines.copyTo(out);
    }
    if (face != groups.ofFace().length) {
      throw OriginalFile.differs(bundle);
    }
  }

  private static int corners(ObjLines lines) {
    int corners = 0;
    while (lines.hasMore()) {
      lines.integer();
      if (lines.skipSlash() && !lines.isAtSlash()) {
        lines.integer();
      }
      if (lines.skipSlash()) {
        lines.integer();
      }
      corners++;
    }
    return corners;
  }

  private byte[] materialOf(int group, byte[] own) {
    if (groups.materials().containsKey(group)) {
      return ("usemtl " + groups.materials().get(group).name() + "\n").getBytes(StandardCharsets.UTF_8);
    }
    return own.length > 0 ? own : ("usemtl " + ObjWriter.UNCLAIMED + "\n").getBytes(StandardCharsets.UTF_8);
  }
}
