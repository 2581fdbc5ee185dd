package idiotaxa.core.mesh;

/** Disjoint sets with path halving and union by smaller root (Tarjan 1975). */
public final class UnionFind {
  private final int[] parent;

  public UnionFind(int size) {
    parent = new int[size];
    for (int i = 0; i < size; i++) {
      parent[i] = i;
    }
  }

  public int find(int element) {
    int i = element;
    while (parent[i] != i) {
      parent[i] = parent[parent[i]];
      i = parent[i];
    }
    return i;
  }

  public void union(int a, int b) {
    int rootA = find(a);
    int rootB = find(b);
    if (rootA < rootB) {
      parent[rootB] = rootA;
    } else {
      parent[rootA] = rootB;
    }
  }

  /** Labels 0 … n−1 in order of first appearance. */
  public FaceLabels labels() {
    int[] labels = new int[parent.length];
    int count = 0;
    for (int i = 0; i < parent.length; i++) {
      // A root is the smallest of its set, so it is met before its members.
      int root = find(i);
      labels[i] = root == i ? count++ : labels[root];
    }
    return new FaceLabels(labels, count);
  }
}
