package idiotaxa.core.known;

import idiotaxa.core.alike.Fingerprint;
import idiotaxa.core.alike.Surface;
import idiotaxa.core.alike.SurfaceFit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * All kinds of pieces that are known. Fingerprints choose among them, laying surfaces on each other proves. Reading is safe
 * for several threads, adding is not.
 */
public final class KnownPieces {
  /** Of twice the reach of a piece: as far as equal surfaces may lie apart. */
  public static final double TOLERANCE = 0.005;

  /** Surfaces that a piece is laid on at most: the likest come first, so that a memory full of near ones costs no more. */
  private static final int MOST_TRIED = 16;

  /** How near fingerprints of kinds lie that may be one, see {@link Fingerprint#distance}. */
  private static final double TWINS = 0.2;

  /** Kinds that may wait unsorted, and the share of all. */
  private static final int MOST_UNSORTED = 256;

  private static final int SHARE_UNSORTED = 16;

  private final List<KnownKind> kinds = new ArrayList<>();
  /** Kinds by the keys of their fingerprints; those behind are not sorted in yet. */
  private KnownKind[] sorted = {};

  private float[] keys = {};

  /** In the order in which they were added. */
  public List<KnownKind> kinds() {
    return kinds;
  }

  public void add(KnownKind kind) {
    kinds.add(kind);
    if (kinds.size() - sorted.length > MOST_UNSORTED + sorted.length / SHARE_UNSORTED) {
      sortIn();
    }
  }

  /** Sorts in what was added, so that looking something up is fast. */
  public void sortIn() {
    sorted = kinds.toArray(KnownKind[]::new);
    Arrays.sort(sorted, Comparator.comparingDouble(k -> k.fingerprint().key()));
    keys = new float[sorted.length];
    for (int i = 0; i < keys.length; i++) {
      keys[i] = (float) sorted[i].fingerprint().key();
    }
  }

  /** A piece that is looked up; what is made for it is made once. For one thread. */
  static final class Looked {
    private final Surface surface;
    private SurfaceFit fit;

    Looked(Surface surface) {
      this.surface = surface;
    }

    boolean is(KnownKind kind, boolean isOfAnySize) {
      if (fit == null) {
        fit = new SurfaceFit(surface);
      }
      return fit.isEqual(kind.surface(), kind.fit(), isOfAnySize, TOLERANCE);
    }
  }

  /** The kind that a surface is proven to be of. */
  public Optional<KnownKind> find(Surface surface) {
    return same(new Looked(surface)).stream().findFirst();
  }

  /** The kinds that are proven to be of this shape and size, the likest first; mostly one, two where two were learned at once. */
  List<KnownKind> same(Looked piece) {
    Fingerprint wanted = piece.surface.fingerprint();
    return proven(piece, kind -> wanted.mayHaveSizeOf(kind.fingerprint()), false);
  }

  /** The kinds that are proven to be of this shape in another size. */
  List<KnownKind> inAnotherSize(Looked piece) {
    return proven(piece, kind -> true, true);
  }

  private List<KnownKind> proven(Looked piece, Predicate<KnownKind> mayBe, boolean isOfAnySize) {
    Fingerprint wanted = piece.surface.fingerprint();
    List<KnownKind> candidates = candidates(wanted, mayBe);
    List<KnownKind> found = new ArrayList<>();
    List<Fingerprint> failed = new ArrayList<>();
    int tried = 0;
    for (int c = 0; c < candidates.size() && tried < MOST_TRIED; c++) {
      Fingerprint shape = candidates.get(c).fingerprint();
      // Once one is found, only what is as good as the same may be it a second time; and one shape in a hundred sizes fails once.
      boolean mayBeTwin = found.isEmpty() || found.get(0).fingerprint().distance(shape) <= TWINS;
      boolean hasFailed = isOfAnySize && failed.stream().anyMatch(f -> f.distance(shape) <= TWINS);
      if (!mayBeTwin || hasFailed) {
        continue;
      }
      tried++;
      if (piece.is(candidates.get(c), isOfAnySize)) {
        found.add(candidates.get(c));
      } else {
        failed.add(shape);
      }
    }
    return found;
  }

  /** Kinds of nearly this fingerprint, the nearest first. */
  private List<KnownKind> candidates(Fingerprint wanted, Predicate<KnownKind> mayBe) {
    List<KnownKind> found = new ArrayList<>();
    double slack = Fingerprint.keySlack();
    int from = Arrays.binarySearch(keys, (float) (wanted.key() - slack));
    from = from < 0 ? -from - 1 : from;
    while (from > 0 && keys[from - 1] >= (float) (wanted.key() - slack)) {
      from--;
    }
    for (int i = from; i < sorted.length && keys[i] <= wanted.key() + slack; i++) {
      addIfNear(wanted, sorted[i], mayBe, found);
    }
    for (KnownKind kind : kinds.subList(sorted.length, kinds.size())) {
      addIfNear(wanted, kind, mayBe, found);
    }
    found.sort(Comparator.comparingDouble(kind -> wanted.distance(kind.fingerprint())));
    return found;
  }

  private static void addIfNear(Fingerprint wanted, KnownKind kind, Predicate<KnownKind> mayBe, List<KnownKind> found) {
    if (mayBe.test(kind) && wanted.mayHaveShapeOf(kind.fingerprint())) {
      found.add(kind);
    }
  }
}
