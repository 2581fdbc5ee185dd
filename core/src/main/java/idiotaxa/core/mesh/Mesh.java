package idiotaxa.core.mesh;

import java.util.Arrays;
import java.util.List;

/**
 * An immutable polygon mesh beside its triangulation.
 *
 * <p>Arrays handed out are the mesh's own and must not be written to. Layout: vertex v has its
 * position at {@code positions[3v … 3v+2]}; face f has corners {@code faceStart[f] … faceStart[f+1]−1}
 * in counter-clockwise order; corner c belongs to vertex {@code cornerVertex[c]} and has its UV at
 * {@code cornerUv[2c … 2c+1]}, its normal at {@code cornerNormal[3c … 3c+2]} and its colour at {@code
 * cornerColor[c]} (0xAARRGGBB, sRGB). UVs, normals and colours may be absent as a whole (null).
 * Triangles refer to corners, never directly to vertices. Safe to share between threads.
 *
 * <p>Made by {@link MeshBuilder}.
 */
public final class Mesh {
  public static final int NO_MATERIAL = -1;

  private final float[] positions;
  private final int[] faceStart;
  private final int[] cornerVertex;
  private final float[] cornerUv;
  private final float[] cornerNormal;
  private final int[] cornerColor;
  private final float[] cornerTextureUv;
  private final int[] facePart;
  private final int[] faceMaterial;
  private final int[] faceSmoothing;
  private final FaceWords faceWords;
  private final List<Part> parts;
  private final List<Material> materials;
  private final Triangulation triangulation;
  private final Frame frame;
  private Bounds bounds;

  Mesh(MeshArrays arrays, List<Part> parts, List<Material> materials, List<String> words, Frame frame) {
    this(
        arrays,
        parts,
        materials,
        words,
        Triangulation.of(arrays.positions(), arrays.faceStart(), arrays.cornerVertex()),
        frame);
  }

  private Mesh(
      MeshArrays arrays,
      List<Part> parts,
      List<Material> materials,
      List<String> words,
      Triangulation triangulation,
      Frame frame) {
    this.frame = frame;
    positions = arrays.positions();
    faceStart = arrays.faceStart();
    cornerVertex = arrays.cornerVertex();
    cornerUv = arrays.cornerUv();
    cornerNormal = arrays.cornerNormal();
    cornerColor = arrays.cornerColor();
    cornerTextureUv = arrays.cornerTextureUv();
    facePart = arrays.facePart();
    faceMaterial = arrays.faceMaterial();
    faceSmoothing = arrays.faceSmoothing();
    faceWords = arrays.faceWord() == null ? null : new FaceWords(words, arrays.faceWord());
    this.parts = List.copyOf(parts);
    this.materials = List.copyOf(materials);
    this.triangulation = triangulation;
  }

  public int vertexCount() {
    return positions.length / 3;
  }

  public int faceCount() {
    return facePart.length;
  }

  public int cornerCount() {
    return cornerVertex.length;
  }

  public int triangleCount() {
    return triangulation.count();
  }

  /** Corner {@code k} (0, 1, 2) of a triangle, as an index into the corner arrays. */
  public int triangleCorner(int triangle, int k) {
    return triangulation.corner(triangle, k);
  }

  /** The face that a triangle was cut from. */
  public int triangleFace(int triangle) {
    return triangulation.face(triangle);
  }

  /** The vertex of corner {@code k} (0, 1, 2) of a triangle. */
  public int triangleVertex(int triangle, int k) {
    return cornerVertex[triangulation.corner(triangle, k)];
  }

  public float[] positions() {
    return positions;
  }

  public int[] faceStart() {
    return faceStart;
  }

  public int[] cornerVertex() {
    return cornerVertex;
  }

  public boolean hasUvs() {
    return cornerUv != null;
  }

  /** Two values a corner, or null. A corner without UV in a mesh with UVs holds NaN. */
  public float[] cornerUv() {
    return cornerUv;
  }

  /**
   * Where base colour textures are looked up, two values a corner, or null: the UVs that the material names,
   * with its transform, as the file has them.
   */
  public float[] textureUv() {
    return cornerTextureUv == null ? cornerUv : cornerTextureUv;
  }

  /** Three values a corner, or null. */
  public float[] cornerNormal() {
    return cornerNormal;
  }

  public boolean hasColors() {
    return cornerColor != null;
  }

  /** One 0xAARRGGBB value a corner (sRGB), or null. */
  public int[] cornerColor() {
    return cornerColor;
  }

  public int[] facePart() {
    return facePart;
  }

  /** Material index of every face, {@link #NO_MATERIAL} where it has none. */
  public int[] faceMaterial() {
    return faceMaterial;
  }

  /** Smoothing group of every face, 0 where it is flat; null where the file says nothing of it. */
  public int[] faceSmoothing() {
    return faceSmoothing;
  }

  /** What the file says that faces belong to, beside parts and materials; null where it says nothing. */
  public FaceWords faceWords() {
    return faceWords;
  }

  public List<Part> parts() {
    return parts;
  }

  public List<Material> materials() {
    return materials;
  }

  public Bounds bounds() {
    // Whoever asks first computes it; a second who asks meanwhile finds the same.
    Bounds known = bounds;
    if (known == null) {
      known = Bounds.of(positions);
      bounds = known;
    }
    return known;
  }

  /** The same mesh with other corner colours (0xAARRGGBB, one a corner), or without when null. */
  public Mesh withCornerColors(int[] colors) {
    if (colors != null && colors.length != cornerCount()) {
      throw new IllegalArgumentException(
          "colors: one a corner needed, " + cornerCount() + ", got " + colors.length);
    }
    return with(arrays().withCornerColor(colors), parts);
  }

  /** The same mesh with other UVs, two values a corner. */
  public Mesh withCornerUvs(float[] uvs) {
    if (uvs.length != 2 * cornerCount()) {
      throw new IllegalArgumentException(
          "uvs: two a corner needed, " + 2 * cornerCount() + ", got " + uvs.length);
    }
    return with(arrays().withCornerUv(uvs), parts);
  }

  /**
   * The same faces divided into other parts.
   *
   * @param partOfFace index into {@code newParts} of every face
   */
  public Mesh withParts(List<Part> newParts, int[] partOfFace) {
    if (partOfFace.length != faceCount()) {
      throw new IllegalArgumentException(
          "partOfFace: one a face needed, " + faceCount() + ", got " + partOfFace.length);
    }
    return with(arrays().withFacePart(partOfFace), newParts);
  }

  /**
   * The same mesh elsewhere.
   *
   * @param moved xyz per vertex
   * @param turnedNormals xyz per corner, null where this mesh has no normals
   */
  public Mesh withPositions(float[] moved, float[] turnedNormals) {
    if (moved.length != positions.length) {
      throw new IllegalArgumentException(
          "moved: " + positions.length + " values needed, got " + moved.length);
    }
    return with(arrays().withPositions(moved, turnedNormals), parts);
  }

  /**
   * The same faces of other materials.
   *
   * @param materialOfFace index into {@code newMaterials} of every face, or {@link #NO_MATERIAL}
   */
  public Mesh withMaterials(List<Material> newMaterials, int[] materialOfFace) {
    if (materialOfFace.length != faceCount()) {
      throw new IllegalArgumentException(
          "materialOfFace: one a face needed, " + faceCount() + ", got " + materialOfFace.length);
    }
    return new Mesh(arrays().withFaceMaterial(materialOfFace), parts, newMaterials, words(), triangulation, frame);
  }

  /** The same mesh with what a file says of its faces. */
  public Mesh withFaceWords(FaceWords said) {
    if (said.ofFace().length != faceCount()) {
      throw new IllegalArgumentException(
          "said: one a face needed, " + faceCount() + ", got " + said.ofFace().length);
    }
    return new Mesh(arrays().withFaceWord(said.ofFace()), parts, materials, said.words(), triangulation, frame);
  }

  private List<String> words() {
    return faceWords == null ? List.of() : faceWords.words();
  }

  /** How the coordinates of its file became its own. */
  public Frame frame() {
    return frame;
  }

  /**
   * The mesh of a file that is of another unit or has another axis up.
   *
   * @throws IllegalStateException when that was said already
   */
  public Mesh in(double metresPerUnit, UpAxis up) {
    if (frame.metresPerUnit() != 1 || frame.up() != UpAxis.Y) {
      throw new IllegalStateException("a mesh is turned once");
    }
    Frame other = frame.in(metresPerUnit, up);
    float[] normals = cornerNormal == null ? null : other.turned(cornerNormal, 1);
    return with(arrays().withPositions(other.turned(positions, metresPerUnit), normals), parts, other);
  }

  /** The same surface at its place in the frame of another model. */
  public Mesh in(Frame other) {
    double[] from = frame.originInMetres();
    double[] to = other.originInMetres();
    if (Arrays.equals(from, to)) {
      return frame.equals(other) ? this : with(arrays(), parts, other);
    }
    float[] moved = new float[positions.length];
    for (int i = 0; i < moved.length; i++) {
      moved[i] = (float) (positions[i] + (from[i % 3] - to[i % 3]));
    }
    return with(arrays().withPositions(moved, cornerNormal), parts, other);
  }

  /** The same surface with every triangle as a face. */
  public Mesh triangulated() {
    int corners = 3 * triangleCount();
    int[] corner = new int[corners];
    for (int c = 0; c < corners; c++) {
      corner[c] = triangleCorner(c / 3, c % 3);
    }
    int[] face = new int[triangleCount()];
    Arrays.setAll(face, this::triangleFace);
    int[] start = new int[triangleCount() + 1];
    Arrays.setAll(start, t -> 3 * t);
    MeshArrays cut =
        new MeshArrays(
            positions,
            start,
            picked(cornerVertex, corner),
            picked(cornerUv, corner, 2),
            picked(cornerNormal, corner, 3),
            picked(cornerColor, corner),
            picked(cornerTextureUv, corner, 2),
            picked(facePart, face),
            picked(faceMaterial, face),
            picked(faceSmoothing, face),
            faceWords == null ? null : picked(faceWords.ofFace(), face));
    return new Mesh(cut, parts, materials, words(), frame);
  }

  private static int[] picked(int[] values, int[] from) {
    if (values == null) {
      return null;
    }
    int[] out = new int[from.length];
    Arrays.setAll(out, i -> values[from[i]]);
    return out;
  }

  private static float[] picked(float[] values, int[] from, int each) {
    if (values == null) {
      return null;
    }
    float[] out = new float[each * from.length];
    for (int i = 0; i < from.length; i++) {
      System.arraycopy(values, each * from[i], out, each * i, each);
    }
    return out;
  }

  private MeshArrays arrays() {
    return new MeshArrays(
        positions,
        faceStart,
        cornerVertex,
        cornerUv,
        cornerNormal,
        cornerColor,
        cornerTextureUv,
        facePart,
        faceMaterial,
        faceSmoothing,
        faceWords == null ? null : faceWords.ofFace());
  }

  /** Faces and corners stay, so the triangulation does too. */
  private Mesh with(MeshArrays arrays, List<Part> newParts) {
    return with(arrays, newParts, frame);
  }

  private Mesh with(MeshArrays arrays, List<Part> newParts, Frame newFrame) {
    return new Mesh(arrays, newParts, materials, words(), triangulation, newFrame);
  }
}
