package idiotaxa.core.mesh;

/**
 * A partition of the faces: every face has one label in 0 … count−1, numbered in order of first
 * appearance.
 */
public record FaceLabels(int[] ofFace, int count) {}
