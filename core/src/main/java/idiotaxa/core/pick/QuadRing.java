package idiotaxa.core.pick;

import java.util.BitSet;

/** Picks the strip of quads that runs through two neighbouring ones. */
public final class QuadRing {
  private static final int NONE = -1;

  private final Topology topology;
  private final QuadCells cells;
  private final BitSet faces = new BitSet();

  private QuadRing(Topology topology) {
    this.topology = topology;
    cells = new QuadCells(topology);
  }

  /**
   * The strip of quads through the opposite sides of the side that two faces share, in both
   * directions, until it closes or meets a border or a face that is no quad. Triangles are joined to
   * quads first.
   *
   * @throws IllegalArgumentException when the two do not lie in neighbouring quads
   */
  public static BitSet through(Topology topology, int face, int other) {
    QuadRing ring = new QuadRing(topology);
    int cell = ring.cells.cellOf(face);
    int next = ring.cells.cellOf(other);
    if (cell == NONE || next == NONE || cell == next) {
      throw new IllegalArgumentException(
          cell != NONE && cell == next
              ? "These two triangles are one quad; pick a face of the next quad instead."
              : "A ring runs through quads, and these faces are none.");
    }
    int shared = ring.sideTowards(cell, next);
    if (shared == NONE) {
      throw new IllegalArgumentException(
          "A ring needs two faces side by side; these two share no side.");
    }
    ring.add(cell);
    ring.walk(cell, ring.cells.across(ring.cells.sides(cell)[shared]));
    int behind = ring.cells.across(ring.cells.sides(cell)[(shared + 2) % 4]);
    if (behind != NONE) {
      ring.walk(cell, behind);
    }
    return ring.faces;
  }

  private int sideTowards(int cell, int next) {
    int[] sides = cells.sides(cell);
    for (int k = 0; k < 4; k++) {
      int across = cells.across(sides[k]);
      if (across != NONE && cells.cellOf(topology.edges().face(across)) == next) {
        return k;
      }
    }
    return NONE;
  }

  /**
   * @param entry corner of the side through which the strip comes into the next cell
   */
  private void walk(int start, int entry) {
    int at = entry;
    while (at != NONE) {
      int cell = cells.cellOf(topology.edges().face(at));
      if (cell == NONE || cell == start || !add(cell)) {
        return;
      }
      int[] sides = cells.sides(cell);
      int out = NONE;
      for (int k = 0; k < 4; k++) {
        out = sides[k] == at ? sides[(k + 2) % 4] : out;
      }
      at = cells.across(out);
    }
  }

  /** False when the cell is in the strip already: a strip may cross itself only to end. */
  private boolean add(int cell) {
    if (faces.get(cell)) {
      return false;
    }
    faces.set(cell);
    if (cells.secondFace(cell) != NONE) {
      faces.set(cells.secondFace(cell));
    }
    return true;
  }
}
