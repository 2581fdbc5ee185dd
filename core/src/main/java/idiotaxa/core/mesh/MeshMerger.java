package idiotaxa.core.mesh;

import java.util.List;

/** Puts several meshes into one, parts and materials one after another. */
public final class MeshMerger {
  private MeshMerger() {}

  /** All in the frame of the first; a single mesh is returned as it is. */
  public static Mesh merge(List<Mesh> meshes) {
    if (meshes.size() == 1) {
      return meshes.get(0);
    }
    MeshBuilder out = new MeshBuilder();
    Frame frame = meshes.get(0).frame();
    for (Mesh mesh : meshes) {
      append(mesh.in(frame), out);
    }
    return out.build(frame);
  }

  private static void append(Mesh mesh, MeshBuilder out) {
    int firstVertex = out.vertexCount();
    int firstPart = out.partCount();
    float[] p = mesh.positions();
    for (int i = 0; i < p.length; i += 3) {
      out.vertex(p[i], p[i + 1], p[i + 2]);
    }
    mesh.parts().forEach(out::part);
    int[] materials = mesh.materials().stream().mapToInt(out::material).toArray();
    for (int f = 0; f < mesh.faceCount(); f++) {
      int material = mesh.faceMaterial()[f];
      out.face(
          firstPart + mesh.facePart()[f],
          material == Mesh.NO_MATERIAL ? material : materials[material]);
      if (mesh.faceSmoothing() != null) {
        out.smoothing(mesh.faceSmoothing()[f]);
      }
      if (mesh.faceWords() != null) {
        out.word(word(mesh.faceWords(), f));
      }
      for (int c = mesh.faceStart()[f]; c < mesh.faceStart()[f + 1]; c++) {
        out.corner(firstVertex + mesh.cornerVertex()[c]);
        copyAttributes(mesh, c, out);
      }
    }
  }

  private static String word(FaceWords words, int face) {
    int word = words.ofFace()[face];
    return word == FaceWords.NONE ? null : words.words().get(word);
  }

  private static void copyAttributes(Mesh mesh, int c, MeshBuilder out) {
    if (mesh.hasUvs()) {
      out.uv(mesh.cornerUv()[2 * c], mesh.cornerUv()[2 * c + 1]);
    }
    float[] t = mesh.textureUv();
    if (t != mesh.cornerUv()) {
      out.textureUv(t[2 * c], t[2 * c + 1]);
    }
    float[] n = mesh.cornerNormal();
    if (n != null) {
      out.normal(n[3 * c], n[3 * c + 1], n[3 * c + 2]);
    }
    if (mesh.hasColors()) {
      out.color(mesh.cornerColor()[c]);
    }
  }
}
