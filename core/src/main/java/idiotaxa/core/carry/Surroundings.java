package idiotaxa.core.carry;

import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import java.util.Arrays;

/** Which parts lie where on the other model, by points of every part. */
final class Surroundings {
  private static final double NEARLY_ALL = 0.9;

  private final TwoModels models;

  /** The old part nearest to every new point and the other way round, −1 for none; metres. */
  private final int[] oldAt;

  private final double[] oldDistance;
  private final int[] freshAt;

  Surroundings(TwoModels models, Placement whole, int threads, Progress progress) {
    this.models = models;
    oldAt = new int[models.freshPoints.place.length / 3];
    oldDistance = new double[oldAt.length];
    freshAt = new int[models.oldPoints.place.length / 3];
    int freshBlocks = models.fresh.parts().size();
    TwoModels.Asking[] asking = new TwoModels.Asking[threads];
    Arrays.setAll(asking, w -> models.new Asking());
    Parallel.run(
        freshBlocks + models.old.parts().size(),
        threads,
        (block, worker) -> {
          progress.checkCancelled();
          if (block < freshBlocks) {
            lookAroundFresh(block, asking[worker], whole);
          } else {
            lookAroundOld(block - freshBlocks, asking[worker], whole);
          }
        });
  }

  private void lookAroundFresh(int part, TwoModels.Asking asking, Placement whole) {
    for (int i = models.freshPoints.start[part]; i < models.freshPoints.start[part + 1]; i++) {
      asking.toOld(i, whole);
      boolean isFound = asking.ofOld.find(models.loosest(), null);
      oldAt[i] = isFound ? asking.ofOld.part() : -1;
      oldDistance[i] = isFound ? asking.ofOld.distance() : Double.POSITIVE_INFINITY;
    }
  }

  private void lookAroundOld(int part, TwoModels.Asking asking, Placement whole) {
    for (int i = models.oldPoints.start[part]; i < models.oldPoints.start[part + 1]; i++) {
      freshAt[i] = asking.freshPartAt(i, models.tight(part), whole);
    }
  }

  /** The old part that most of a new part's points are nearest to, −1 for none. */
  int oldPartAt(int n) {
    int[] hits = Arrays.copyOfRange(oldAt, models.freshPoints.start[n], models.freshPoints.start[n + 1]);
    return hits.length == 0 ? -1 : mostFrequent(hits, hits.length);
  }

  /** The same of the parts that have a name; −1 where none of them is near. */
  int oldPartAt(int n, String name) {
    int[] hits = new int[models.freshPoints.count(n)];
    int count = 0;
    for (int i = models.freshPoints.start[n]; i < models.freshPoints.start[n + 1]; i++) {
      if (oldAt[i] >= 0 && models.old.parts().get(oldAt[i]).name().strip().equals(name)) {
        hits[count++] = oldAt[i];
      }
    }
    return count > 0 ? mostFrequent(hits, count) : -1;
  }

  /** The new part that most of an old part's points lie on, −1 for none. */
  int freshPartAt(int old) {
    int[] hits = Arrays.copyOfRange(freshAt, models.oldPoints.start[old], models.oldPoints.start[old + 1]);
    return hits.length == 0 ? -1 : mostFrequent(hits, hits.length);
  }

  /** The old part that a new one coincides with exactly, −1 for none. */
  int exactlyAt(int n) {
    int old = oldPartAt(n);
    boolean isThere =
        old >= 0
            && ofFreshOn(n, old, models.tight(old)) >= NEARLY_ALL
            && ofOldIn(old, n) >= NEARLY_ALL;
    return isThere ? old : -1;
  }

  /** Share of a new part's points that lie on an old one, which is the nearest there. */
  double ofFreshOn(int n, int old, double within) {
    int on = 0;
    for (int i = models.freshPoints.start[n]; i < models.freshPoints.start[n + 1]; i++) {
      on += oldAt[i] == old && oldDistance[i] <= within ? 1 : 0;
    }
    return on / (double) Math.max(1, models.freshPoints.count(n));
  }

  /** Share of an old part's points that lie in the surface of a new one, which is the nearest there. */
  double ofOldIn(int old, int n) {
    int in = 0;
    for (int i = models.oldPoints.start[old]; i < models.oldPoints.start[old + 1]; i++) {
      in += freshAt[i] == n ? 1 : 0;
    }
    return in / (double) Math.max(1, models.oldPoints.count(old));
  }

  private static int mostFrequent(int[] values, int count) {
    Arrays.sort(values, 0, count);
    int best = values[0];
    int most = 0;
    int from = 0;
    for (int i = 1; i <= count; i++) {
      if (i == count || values[i] != values[from]) {
        if (i - from > most) {
          most = i - from;
          best = values[from];
        }
        from = i;
      }
    }
    return best;
  }
}
