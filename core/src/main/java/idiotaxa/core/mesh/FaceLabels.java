package idiotaxa.core.mesh;

/**
 * A partition of the faces: every face has one label in 0 … count−1, numbered in order of first
 * appearance.
 */
public record FaceLabels(int[] ofFace, int count) {
  /** The faces of every label, ascending; linear time. */
  public int[][] faces() {
    int[] counts = new int[count];
    for (int label : ofFace) {
      counts[label]++;
    }
    int[][] faces = new int[count][];
    for (int l = 0; l < count; l++) {
      faces[l] = new int[counts[l]];
    }
    for (int f = ofFace.length - 1; f >= 0; f--) {
      int label = ofFace[f];
      faces[label][--counts[label]] = f;
    }
    return faces;
  }
}
