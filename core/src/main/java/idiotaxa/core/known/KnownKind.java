package idiotaxa.core.known;

import idiotaxa.core.alike.Fingerprint;
import idiotaxa.core.alike.Surface;
import idiotaxa.core.alike.SurfaceFit;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;

/** A kind of piece with what it was sorted as; its surface is made when somebody looks for it. Safe for several threads. */
public final class KnownKind {
  private final long id;
  private final Fingerprint fingerprint;
  private final Supplier<Surface> source;
  private final List<Seen> seen = new ArrayList<>();
  private Surface surface;

  /**
   * @param source of its surface, asked once
   */
  public KnownKind(Fingerprint fingerprint, Supplier<Surface> source) {
    this(0, fingerprint, source);
  }

  /**
   * @param id of whoever keeps it
   */
  public KnownKind(long id, Fingerprint fingerprint, Supplier<Surface> source) {
    this.id = id;
    this.fingerprint = fingerprint;
    this.source = source;
  }

  public long id() {
    return id;
  }

  public Fingerprint fingerprint() {
    return fingerprint;
  }

  public synchronized Surface surface() {
    if (surface == null) {
      surface = source.get();
    }
    return surface;
  }

  /** A way to lay others on it, for one thread. */
  SurfaceFit fit() {
    return new SurfaceFit(surface());
  }

  /** Where it was seen, in the order in which that was learned. */
  public synchronized List<Seen> seen() {
    return List.copyOf(seen);
  }

  /** Adds what was seen; the same group in the same asset is counted together. */
  public synchronized void add(Seen other) {
    for (int i = 0; i < seen.size(); i++) {
      Seen known = seen.get(i);
      if (known.asset().equals(other.asset()) && known.group().key().equals(other.group().key())) {
        seen.set(i, new Seen(known.group(), known.asset(), known.pieces() + other.pieces()));
        return;
      }
    }
    seen.add(other);
  }
}
