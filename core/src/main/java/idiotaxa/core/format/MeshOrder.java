package idiotaxa.core.format;

import idiotaxa.core.mesh.Mesh;
import java.util.Arrays;

/** The order in which text formats list faces. */
final class MeshOrder {
  private MeshOrder() {}

  /** Faces by part, then by material (none first), then as they come; a counting sort in linear time. */
  static int[] byPartAndMaterial(Mesh mesh) {
    int materials = mesh.materials().size() + 1;
    int[] material = new int[mesh.faceCount()];
    for (int f = 0; f < material.length; f++) {
      material[f] = mesh.faceMaterial()[f] + 1;
    }
    int[] faces = new int[mesh.faceCount()];
    Arrays.setAll(faces, f -> f);
    return sorted(sorted(faces, material, materials), mesh.facePart(), mesh.parts().size());
  }

  private static int[] sorted(int[] faces, int[] keyOfFace, int keys) {
    int[] start = new int[keys + 1];
    for (int key : keyOfFace) {
      start[key + 1]++;
    }
    for (int k = 0; k < keys; k++) {
      start[k + 1] += start[k];
    }
    int[] out = new int[faces.length];
    for (int f : faces) {
      out[start[keyOfFace[f]]++] = f;
    }
    return out;
  }
}
