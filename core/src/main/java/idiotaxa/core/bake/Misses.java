package idiotaxa.core.bake;

import com.carrotsearch.hppc.IntArrayList;

/** Texels whose own ray found nothing within the reach, by what became of them. */
final class Misses {
  /** All of them. */
  final IntArrayList texels = new IntArrayList();

  /** Those that a longer ray decided. */
  final IntArrayList farther = new IntArrayList();

  /** Those that took the closest point. */
  final IntArrayList fallback = new IntArrayList();

  /**
   * @param read what {@link IdReader#groupAt} said
   * @return whether it is a miss
   */
  boolean add(int texel, int read) {
    if (SurfaceSampler.isHit(read)) {
      return false;
    }
    texels.add(texel);
    if (SurfaceSampler.isFarther(read)) {
      farther.add(texel);
    } else if (SurfaceSampler.isFallback(read)) {
      fallback.add(texel);
    }
    return true;
  }

  void addAll(Misses others) {
    texels.addAll(others.texels);
    farther.addAll(others.farther);
    fallback.addAll(others.fallback);
  }
}
