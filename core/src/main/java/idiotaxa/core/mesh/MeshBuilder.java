package idiotaxa.core.mesh;

import com.carrotsearch.hppc.FloatArrayList;
import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.work.Parallel;
import java.util.ArrayList;
import java.util.List;

/**
 * Collects a mesh face by face: {@link #vertex} as often as needed, then {@link #face} followed by
 * its {@link #corner}s with {@link #uv}, {@link #normal} and {@link #color} right behind the corner
 * that they belong to. Not thread-safe.
 */
public final class MeshBuilder {
  private static final int WHITE = 0xFFFFFFFF;

  /** Triangles that one thread takes at a time. */
  private static final int RANGE = 1 << 16;

  private FloatArrayList positions = new FloatArrayList(1024);
  private final IntArrayList faceStart = new IntArrayList(1024);
  private IntArrayList cornerVertex = new IntArrayList(1024);
  private final IntArrayList facePart = new IntArrayList(1024);
  private final IntArrayList faceMaterial = new IntArrayList(1024);
  private final List<Part> parts = new ArrayList<>();
  private final List<Material> materials = new ArrayList<>();
  private FloatArrayList uvs;
  private FloatArrayList textureUvs;
  private FloatArrayList normals;
  private IntArrayList colors;
  private IntArrayList smoothings;
  private FaceWordsBuilder words;
  private int expectedVertices;
  private int expectedCorners;
  private boolean isFrameSought;
  private Frame frame = Frame.PLAIN;

  /**
   * Says how much is to come in arrays, so that nothing is moved as it comes. More and less may come.
   *
   * @param vertices of all, at least 0
   * @param corners of all, at least 0
   */
  public void expect(long vertices, long corners) {
    expectedVertices = (int) Math.min(vertices, Integer.MAX_VALUE / 8);
    expectedCorners = (int) Math.min(corners, Integer.MAX_VALUE / 8);
  }

  /** Lets the first vertex decide where the mesh lies, see {@link Frame#around}. */
  public void seekFrame() {
    isFrameSought = true;
  }

  /** The frame of what was added, which is chosen now if nothing was. */
  public Frame frameAround(double x, double y, double z) {
    if (isFrameSought) {
      isFrameSought = false;
      frame = Frame.around(x, y, z);
    }
    return frame;
  }

  /** Adds a vertex (metres) and returns its index. */
  public int vertex(double x, double y, double z) {
    Frame of = frameAround(x, y, z);
    positions.add((float) (x - of.x()));
    positions.add((float) (y - of.y()));
    positions.add((float) (z - of.z()));
    return positions.size() / 3 - 1;
  }

  /** Adds vertices, three values each, off the origin of the frame already. The array is taken over. */
  public void vertices(float[] xyz) {
    positions = ValueLists.joined(positions, xyz, 3 * expectedVertices);
  }

  public int vertexCount() {
    return positions.size() / 3;
  }

  public int cornerCount() {
    return cornerVertex.size();
  }

  public int faceCount() {
    return facePart.size();
  }

  /** Adds a part and returns its index. */
  public int part(String name) {
    return part(new Part(name));
  }

  /** Adds a part and returns its index. */
  public int part(Part part) {
    parts.add(part);
    return parts.size() - 1;
  }

  public int partCount() {
    return parts.size();
  }

  /** Adds a material and returns its index. */
  public int material(Material material) {
    materials.add(material);
    return materials.size() - 1;
  }

  /** Puts another material in the place of one that was added. */
  public void material(int index, Material material) {
    materials.set(index, material);
  }

  /** Begins a face; {@code material} may be {@link Mesh#NO_MATERIAL}. */
  public void face(int part, int material) {
    faceStart.add(cornerVertex.size());
    facePart.add(part);
    faceMaterial.add(material);
  }

  /** The smoothing group of the face begun last, 0 for flat. */
  public void smoothing(int group) {
    if (smoothings == null) {
      smoothings = new IntArrayList(faceCount());
    }
    while (smoothings.size() < faceCount() - 1) {
      smoothings.add(0);
    }
    smoothings.add(group);
  }

  /** What the file says that the face begun last belongs to, beside part and material; null for nothing. */
  public void word(String word) {
    if (words == null) {
      words = new FaceWordsBuilder();
    }
    words.skipTo(faceCount() - 1);
    words.add(word);
  }

  /** Adds a corner to the face begun last. */
  public void corner(int vertex) {
    cornerVertex.add(vertex);
  }

  /** A face of three or more corners without further attributes. */
  public void polygon(int part, int material, int... vertices) {
    face(part, material);
    for (int v : vertices) {
      corner(v);
    }
  }

  /** Adds triangles of one part and material: the vertices of three corners each. The array is taken over. */
  public void triangles(int part, int material, int[] vertices) {
    int count = vertices.length / 3;
    int start = cornerVertex.size();
    int first = facePart.size();
    int expectedFaces = Math.max(first + count, expectedCorners / 3);
    faceStart.ensureCapacity(expectedFaces + 1);
    facePart.ensureCapacity(expectedFaces);
    faceMaterial.ensureCapacity(expectedFaces);
    faceStart.resize(first + count);
    facePart.resize(first + count);
    faceMaterial.resize(first + count);
    Parallel.ranges(
        count,
        RANGE,
        Parallel.cores(),
        (from, to) -> {
          for (int f = from; f < to; f++) {
            faceStart.buffer[first + f] = start + 3 * f;
            facePart.buffer[first + f] = part;
            faceMaterial.buffer[first + f] = material;
          }
        });
    cornerVertex = ValueLists.joined(cornerVertex, vertices, expectedCorners);
  }

  /** UVs of the corners added last, two values each. The array is taken over. */
  public void uvs(float[] ofCorners) {
    uvs = ValueLists.joined(filled(uvs, 2, ofCorners.length, Float.NaN), ofCorners, 2 * expectedCorners);
  }

  /** Where a texture is looked up at the corners added last, if not at their UVs. The array is taken over. */
  public void textureUvs(float[] ofCorners) {
    if (textureUvs == null) {
      textureUvs = new FloatArrayList(0);
    }
    fillTextureUvs(cornerVertex.size() - ofCorners.length / 2);
    textureUvs = ValueLists.joined(textureUvs, ofCorners, 2 * expectedCorners);
  }

  /** Normals of the corners added last, three values each. The array is taken over. */
  public void normals(float[] ofCorners) {
    normals = ValueLists.joined(filled(normals, 3, ofCorners.length, 0f), ofCorners, 3 * expectedCorners);
  }

  /** Colours of the corners added last: 0xAARRGGBB, sRGB. The array is taken over. */
  public void colors(int[] ofCorners) {
    colors = colors == null ? new IntArrayList(0) : colors;
    fillWhite(cornerVertex.size() - ofCorners.length);
    colors = ValueLists.joined(colors, ofCorners, expectedCorners);
  }

  /** Values of all corners but those that are added last. */
  private FloatArrayList filled(FloatArrayList list, int each, int added, float value) {
    FloatArrayList out = list == null ? new FloatArrayList(0) : list;
    ValueLists.fill(out, each * cornerVertex.size() - added, value);
    return out;
  }

  /** Gives all corners so far the colours of their vertices: 0xAARRGGBB, sRGB. */
  public void colorsOfVertices(int[] argb) {
    int[] out = new int[cornerVertex.size()];
    for (int c = 0; c < out.length; c++) {
      out[c] = argb[cornerVertex.buffer[c]];
    }
    colors = ValueLists.joined(new IntArrayList(0), out, 0);
  }

  /** Gives all corners so far the UVs of their vertices, two values each. */
  public void uvsOfVertices(float[] uv) {
    float[] out = new float[2 * cornerVertex.size()];
    for (int c = 0; 2 * c < out.length; c++) {
      int v = cornerVertex.buffer[c];
      out[2 * c] = uv[2 * v];
      out[2 * c + 1] = uv[2 * v + 1];
    }
    uvs = ValueLists.joined(new FloatArrayList(0), out, 0);
  }

  /** The UV of the corner added last. */
  public void uv(float u, float v) {
    if (uvs == null) {
      uvs = new FloatArrayList(2 * cornerVertex.size());
    }
    ValueLists.fill(uvs, 2 * (cornerVertex.size() - 1), Float.NaN);
    uvs.add(u);
    uvs.add(v);
  }

  /** Where a texture is looked up at the corner added last, if not at its UV. */
  public void textureUv(float u, float v) {
    if (textureUvs == null) {
      textureUvs = new FloatArrayList(2 * cornerVertex.size());
    }
    fillTextureUvs(cornerVertex.size() - 1);
    textureUvs.add(u);
    textureUvs.add(v);
  }

  /** Corners that have none of their own take their UVs. */
  private void fillTextureUvs(int corners) {
    for (int i = textureUvs.size(); i < 2 * corners; i++) {
      textureUvs.add(uvs != null && i < uvs.size() ? uvs.get(i) : Float.NaN);
    }
  }

  /** The normal of the corner added last. */
  public void normal(float x, float y, float z) {
    if (normals == null) {
      normals = new FloatArrayList(3 * cornerVertex.size());
    }
    ValueLists.fill(normals, 3 * (cornerVertex.size() - 1), 0f);
    normals.add(x);
    normals.add(y);
    normals.add(z);
  }

  /** The colour of the corner added last: 0xAARRGGBB, sRGB. */
  public void color(int argb) {
    if (colors == null) {
      colors = new IntArrayList(cornerVertex.size());
    }
    fillWhite(cornerVertex.size() - 1);
    colors.add(argb);
  }

  /** The finished mesh. The builder must not be used afterwards. */
  public Mesh build() {
    return build(frame);
  }

  /** The same of vertices that lie in a frame already. */
  Mesh build(Frame of) {
    faceStart.add(cornerVertex.size());
    int corners = cornerVertex.size();
    if (uvs != null) {
      ValueLists.fill(uvs, 2 * corners, Float.NaN);
    }
    if (textureUvs != null) {
      fillTextureUvs(corners);
    }
    if (normals != null) {
      ValueLists.fill(normals, 3 * corners, 0f);
    }
    if (colors != null) {
      fillWhite(corners);
    }
    while (smoothings != null && smoothings.size() < faceCount()) {
      smoothings.add(0);
    }
    FaceWords said = null;
    if (words != null) {
      words.skipTo(faceCount());
      said = words.build();
    }
    return new Mesh(
        new MeshArrays(
            ValueLists.values(positions),
            ValueLists.values(faceStart),
            ValueLists.values(cornerVertex),
            ValueLists.values(uvs),
            ValueLists.values(normals),
            ValueLists.values(colors),
            ValueLists.values(textureUvs),
            ValueLists.values(facePart),
            ValueLists.values(faceMaterial),
            ValueLists.values(smoothings),
            said == null ? null : said.ofFace()),
        parts,
        materials,
        said == null ? List.of() : said.words(),
        of);
  }

  /** glTF, section 3.7.2.1: a primitive without COLOR_0 is white. */
  private void fillWhite(int size) {
    while (colors.size() < size) {
      colors.add(WHITE);
    }
  }
}
