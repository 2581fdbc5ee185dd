package idiotaxa.core.image;

import java.util.Arrays;
import java.util.PriorityQueue;

/** A canonical Huffman code of limited length (RFC 1951, section 3.2.2). */
final class HuffmanCode {
  private final int[] lengths;
  private final int[] codes;

  private HuffmanCode(int[] lengths) {
    this.lengths = lengths;
    codes = codes(lengths);
  }

  /**
   * @param counts how often each symbol is; those that never are get no code. One that is alone gets one bit
   * @param longest bits of a code
   */
  static HuffmanCode of(int[] counts, int longest) {
    int[] scaled = counts.clone();
    while (true) {
      int[] lengths = lengths(scaled);
      if (Arrays.stream(lengths).max().orElse(0) <= longest) {
        return new HuffmanCode(lengths);
      }
      // Rare symbols are taken to be less rare until the tree is flat enough.
      Arrays.setAll(scaled, s -> scaled[s] == 0 ? 0 : (scaled[s] + 1) / 2);
    }
  }

  private record Node(long weight, int symbol, Node left, Node right) {}

  private static int[] lengths(int[] counts) {
    PriorityQueue<Node> queue =
        new PriorityQueue<>(
            (a, b) ->
                a.weight() != b.weight()
                    ? Long.compare(a.weight(), b.weight())
                    : Integer.compare(a.symbol(), b.symbol()));
    for (int s = 0; s < counts.length; s++) {
      if (counts[s] > 0) {
        queue.add(new Node(counts[s], s, null, null));
      }
    }
    int[] lengths = new int[counts.length];
    if (queue.size() == 1) {
      lengths[queue.poll().symbol()] = 1;
      return lengths;
    }
    int inner = counts.length;
    while (queue.size() > 1) {
      Node a = queue.poll();
      Node b = queue.poll();
      queue.add(new Node(a.weight() + b.weight(), inner++, a, b));
    }
    if (!queue.isEmpty()) {
      measure(queue.poll(), 0, lengths);
    }
    return lengths;
  }

  private static void measure(Node node, int depth, int[] lengths) {
    if (node.left() == null) {
      lengths[node.symbol()] = depth;
    } else {
      measure(node.left(), depth + 1, lengths);
      measure(node.right(), depth + 1, lengths);
    }
  }

  /** Bits reversed, as they are written. */
  private static int[] codes(int[] lengths) {
    int[] ofLength = new int[17];
    for (int length : lengths) {
      ofLength[length]++;
    }
    ofLength[0] = 0;
    int[] next = new int[17];
    for (int length = 1; length < next.length; length++) {
      next[length] = next[length - 1] + ofLength[length - 1] << 1;
    }
    int[] codes = new int[lengths.length];
    for (int s = 0; s < lengths.length; s++) {
      if (lengths[s] > 0) {
        codes[s] = Integer.reverse(next[lengths[s]]++) >>> 32 - lengths[s];
      }
    }
    return codes;
  }

  /** Bits of a symbol, 0 for one without a code. */
  int length(int symbol) {
    return lengths[symbol];
  }

  /** Symbols up to the last that has a code, {@code least} at least. */
  int used(int least) {
    int used = lengths.length;
    while (used > least && lengths[used - 1] == 0) {
      used--;
    }
    return used;
  }

  void write(BitSink out, int symbol) {
    out.put(codes[symbol], lengths[symbol]);
  }
}
