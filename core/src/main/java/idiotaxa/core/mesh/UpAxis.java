package idiotaxa.core.mesh;

/** Which axis of a file points up; in a mesh it is Y. */
public enum UpAxis {
  Y,
  Z
}
