package idiotaxa.core.trace;

import java.util.Arrays;

/**
 * Goes through a hierarchy with a {@link Shaft}: first down to subtrees that are of one label and no wider
 * than the shaft, which is enough where all have the same label, and where they have not down to the
 * triangles. Scratch and result of one thread.
 */
final class ShaftWalk {
  /** Nothing in the shaft. */
  static final int NOTHING = -1;

  /** More than one label in the shaft. */
  static final int SEVERAL = -2;

  private static final int STACK_SIZE = 256;
  /** Nodes that walks begin at, at most: more of them cost each walk more than they spare it. */
  private static final int MOST_BEGINNINGS = 8;

  private final Bvh bvh;
  private final NodeLabels labels;
  private final NodeLabels parts;
  private final Shaft shaft;
  private final int[] stack = new int[STACK_SIZE];
  /** Subtrees that the shaft meets, as where in the nodes their box stands. */
  private int[] entries = new int[256];

  private int entryCount;
  /** Nodes of which all that walks can meet are descendants. */
  private final int[] beginnings = new int[MOST_BEGINNINGS];

  private int beginningCount;
  private long[] allowed;
  private int found;

  /**
   * @param parts of the nodes, null when there is only one
   */
  ShaftWalk(Bvh bvh, NodeLabels labels, NodeLabels parts, Shaft shaft) {
    this.bvh = bvh;
    this.labels = labels;
    this.parts = parts;
    this.shaft = shaft;
    beginAtRoot();
  }

  /** Walks may meet anything from now on. */
  void beginAtRoot() {
    beginnings[0] = 0;
    beginningCount = 1;
  }

  /** What is met from now on lies in the shaft as it is now: goes down as far as a few nodes hold all of that. */
  void beginWithin() {
    beginAtRoot();
    // Taken from the front and put to the back, so that the nodes lie about equally deep.
    int looked = 0;
    while (looked < beginningCount && !bvh.isEmpty()) {
      int node = beginnings[0];
      System.arraycopy(beginnings, 1, beginnings, 0, --beginningCount);
      boolean isFirstMet = shaft.meetsBox(bvh.nodes, node);
      boolean isSecondMet = shaft.meetsBox(bvh.nodes, node + 6);
      boolean isLast =
          isFirstMet && LeafRef.isLeaf(bvh.ref(node, 0))
              || isSecondMet && LeafRef.isLeaf(bvh.ref(node, 1))
              || isFirstMet && isSecondMet && beginningCount + 2 > MOST_BEGINNINGS;
      if (isLast) {
        beginnings[beginningCount++] = node;
        looked++;
        continue;
      }
      looked = 0;
      if (isFirstMet) {
        beginnings[beginningCount++] = bvh.ref(node, 0);
      }
      if (isSecondMet) {
        beginnings[beginningCount++] = bvh.ref(node, 1);
      }
    }
  }

  /** The only label in the shaft, {@link #NOTHING}, or {@link #SEVERAL}; afterwards the entries hold. */
  int label(long[] allowedParts) {
    allowed = allowedParts;
    entryCount = 0;
    found = NOTHING;
    if (bvh.isEmpty()) {
      return NOTHING;
    }
    System.arraycopy(beginnings, 0, stack, 0, beginningCount);
    int top = beginningCount;
    while (top > 0) {
      int node = stack[--top];
      for (int side = 0; side < 2; side++) {
        int box = node + 6 * side;
        int part = parts == null ? NodeLabels.MIXED : parts.ofChild(node, side);
        boolean isOnePart = allowed == null || part != NodeLabels.MIXED;
        if (allowed != null && isOnePart && !PartFilter.isAllowed(allowed, part)
            || !shaft.meetsBox(bvh.nodes, box)) {
          continue;
        }
        int ref = bvh.ref(node, side);
        int label = labels.ofChild(node, side);
        if (LeafRef.isLeaf(ref)) {
          visitLeaf(box, ref, label, isOnePart);
        } else if (label != NodeLabels.MIXED && isOnePart && isSmall(box)) {
          enter(box, label);
        } else {
          stack[top++] = ref;
        }
      }
    }
    return found;
  }

  private boolean isSmall(int box) {
    float[] b = bvh.nodes;
    double width = shaft.width();
    return b[box + 3] - b[box] <= width
        && b[box + 4] - b[box + 1] <= width
        && b[box + 5] - b[box + 2] <= width;
  }

  private void enter(int box, int label) {
    if (entryCount == entries.length) {
      entries = Arrays.copyOf(entries, 2 * entryCount);
    }
    entries[entryCount++] = box;
    found = found == NOTHING && label != NodeLabels.MIXED || found == label ? label : SEVERAL;
  }

  private void visitLeaf(int box, int ref, int label, boolean isOnePart) {
    if (label != NodeLabels.MIXED && isOnePart && (label == found || found == SEVERAL)) {
      enter(box, label);
      return;
    }
    int met = NOTHING;
    int first = LeafRef.firstSlot(ref);
    for (int slot = first; slot < first + LeafRef.count(ref); slot++) {
      if (isAllowed(slot) && shaft.meetsTriangle(bvh.vertices, 9 * slot)) {
        int ofSlot = labels.ofSlot(slot);
        met = met == NOTHING || met == ofSlot ? ofSlot : NodeLabels.MIXED;
      }
    }
    if (met != NOTHING) {
      enter(box, met);
    }
  }

  private boolean isAllowed(int slot) {
    return allowed == null || PartFilter.isAllowed(allowed, bvh.partOfSlot[slot]);
  }

  /** Where in the nodes the boxes of the subtrees stand that the shaft met. */
  int[] entries() {
    return entries;
  }

  int entryCount() {
    return entryCount;
  }

  /**
   * Collects the triangles of the entries that the shaft meets.
   *
   * @param slots to be filled
   * @return how many there are, or −1 when there are more than there is room for
   */
  int gather(int[] slots) {
    int count = 0;
    for (int e = 0; e < entryCount; e++) {
      int top = 0;
      stack[top++] = refAt(entries[e]);
      while (top > 0) {
        int ref = stack[--top];
        if (!LeafRef.isLeaf(ref)) {
          for (int side = 0; side < 2; side++) {
            if (shaft.meetsBox(bvh.nodes, ref + 6 * side)) {
              stack[top++] = bvh.ref(ref, side);
            }
          }
          continue;
        }
        int first = LeafRef.firstSlot(ref);
        for (int slot = first; slot < first + LeafRef.count(ref); slot++) {
          if (isAllowed(slot) && shaft.meetsTriangle(bvh.vertices, 9 * slot)) {
            if (count == slots.length) {
              return -1;
            }
            slots[count++] = slot;
          }
        }
      }
    }
    return count;
  }

  /** Reference of the child whose box stands at an index. */
  private int refAt(int box) {
    int side = box % Bvh.NODE == 0 ? 0 : 1;
    return bvh.ref(box - 6 * side, side);
  }
}
