package idiotaxa.core.bake;

import idiotaxa.core.map.Coverage;

/** Counts the groups of one texel's samples and resolves them. Scratch of one thread. */
public final class TexelVotes {
  private final int[] groups;
  private final int[] counts;
  private final int[] shares;
  private int size;
  private int missed;
  private int total;

  TexelVotes(int maxSamples) {
    groups = new int[maxSamples];
    counts = new int[maxSamples];
    shares = new int[maxSamples];
  }

  void clear() {
    size = 0;
    missed = 0;
    total = 0;
  }

  void addMissed() {
    missed++;
  }

  void add(int group) {
    total++;
    for (int i = 0; i < size; i++) {
      if (groups[i] == group) {
        counts[i]++;
        return;
      }
    }
    groups[size] = group;
    counts[size++] = 1;
  }

  /** Whether any sample lay on the target. */
  boolean isCovered() {
    return total + missed > 0;
  }

  /** Whether the texel lies on the target but every sample missed the source. */
  boolean isMissed() {
    return total == 0 && missed > 0;
  }

  /** Number of distinct groups. */
  int size() {
    return size;
  }

  int group(int i) {
    return groups[i];
  }

  /** The group with the most samples, the smallest number on a tie. */
  int winner() {
    int best = 0;
    for (int i = 1; i < size; i++) {
      if (counts[i] > counts[best] || (counts[i] == counts[best] && groups[i] < groups[best])) {
        best = i;
      }
    }
    return groups[best];
  }

  /**
   * Coverage of each distinct group in 0 … 255, by the largest remainder so that they sum to exactly
   * 255; on equal remainders the smaller number gets the step. The array is this object's own.
   */
  int[] shares() {
    int left = Coverage.FULL;
    for (int i = 0; i < size; i++) {
      shares[i] = counts[i] * Coverage.FULL / total;
      left -= shares[i];
    }
    for (; left > 0; left--) {
      int best = -1;
      for (int i = 0; i < size; i++) {
        if (best < 0 || isNextStep(i, best)) {
          best = i;
        }
      }
      shares[best]++;
    }
    return shares;
  }

  /** Compares what each would still be owed: exact share minus what it has, times the total. */
  private boolean isNextStep(int i, int best) {
    int owed = counts[i] * Coverage.FULL - shares[i] * total;
    int owedBest = counts[best] * Coverage.FULL - shares[best] * total;
    return owed > owedBest || (owed == owedBest && groups[i] < groups[best]);
  }
}
