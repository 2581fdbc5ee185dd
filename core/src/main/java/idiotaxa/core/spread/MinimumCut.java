package idiotaxa.core.spread;

import com.carrotsearch.hppc.IntArrayList;
import java.util.Arrays;

/**
 * The cheapest set of links that parts two sides of a small graph, by blocking flows (Dinitz, 1970). Nodes are given by
 * number; 0 is the one side, 1 the other. Of several cheapest sets it takes the one nearest to side 0. Works on itself
 * once.
 */
final class MinimumCut {
  static final int SIDE_A = 0;
  static final int SIDE_B = 1;
  private static final int NONE = -1;

  private final int nodes;
  private final IntArrayList to = new IntArrayList();
  private final IntArrayList left = new IntArrayList();
  private final IntArrayList next = new IntArrayList();
  private final int[] first;
  private int[] level;
  private int[] at;

  MinimumCut(int nodes) {
    this.nodes = nodes;
    first = new int[nodes];
    Arrays.fill(first, NONE);
  }

  /** A link that costs the same both ways, at least 0. */
  void link(int a, int b, int cost) {
    arc(a, b, cost);
    arc(b, a, cost);
  }

  private void arc(int from, int node, int cost) {
    to.add(node);
    left.add(cost);
    next.add(first[from]);
    first[from] = to.size() - 1;
  }

  /** Whether each node is on side 0. */
  boolean[] sideA() {
    int[] queue = new int[nodes];
    level = new int[nodes];
    at = new int[nodes];
    int[] path = new int[nodes];
    while (reach(queue)) {
      System.arraycopy(first, 0, at, 0, nodes);
      block(path);
    }
    boolean[] out = new boolean[nodes];
    for (int i = 0; i < nodes; i++) {
      out[i] = level[i] != NONE;
    }
    return out;
  }

  /** Levels by breadth; all that can be reached has one when the other side cannot. */
  private boolean reach(int[] queue) {
    Arrays.fill(level, NONE);
    level[SIDE_A] = 0;
    int end = 1;
    queue[0] = SIDE_A;
    for (int i = 0; i < end; i++) {
      for (int arc = first[queue[i]]; arc != NONE; arc = next.get(arc)) {
        int node = to.get(arc);
        if (left.get(arc) > 0 && level[node] == NONE) {
          level[node] = level[queue[i]] + 1;
          queue[end++] = node;
        }
      }
    }
    return level[SIDE_B] != NONE;
  }

  /** Sends what can be sent along the levels, without recursion, which long ways would not bear. */
  private void block(int[] path) {
    int depth = 0;
    int node = SIDE_A;
    while (true) {
      if (node == SIDE_B) {
        int cut = send(path, depth);
        depth = cut;
        node = cut == 0 ? SIDE_A : to.get(path[cut - 1]);
      } else if (at[node] != NONE) {
        int arc = at[node];
        if (left.get(arc) > 0 && level[to.get(arc)] == level[node] + 1) {
          path[depth++] = arc;
          node = to.get(arc);
        } else {
          at[node] = next.get(arc);
        }
      } else if (depth > 0) {
        int arc = path[--depth];
        node = to.get(arc ^ 1);
        at[node] = next.get(at[node]);
      } else {
        return;
      }
    }
  }

  /** Returns the depth of the first arc that has nothing left. */
  private int send(int[] path, int depth) {
    int least = Integer.MAX_VALUE;
    for (int i = 0; i < depth; i++) {
      least = Math.min(least, left.get(path[i]));
    }
    int cut = depth;
    for (int i = depth - 1; i >= 0; i--) {
      int arc = path[i];
      left.set(arc, left.get(arc) - least);
      left.set(arc ^ 1, left.get(arc ^ 1) + least);
      cut = left.get(arc) == 0 ? i : cut;
    }
    return cut;
  }
}
