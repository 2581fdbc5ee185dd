package idiotaxa.core.group;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What is wrong with the ID colours of a palette, and what would cure it. */
public final class PaletteCheck {
  /** A pick with less tolerance than this is hard to make: 8-bit RGB distance. */
  public static final double LEAST_TOLERANCE = 24;

  private static final int MOST_MOVES = 6;
  /** A palette with more groups than this has no single cure. */
  private static final int MOST_CURED = 32;

  private static final int MOST_LISTED = 10_000;
  private static final int BACKGROUND_NUMBER = 0;

  private final List<Group> groups;
  private final int background;

  private PaletteCheck(List<Group> groups, int background) {
    this.groups = groups;
    this.background = background;
  }

  /**
   * Two ID colours that are near each other.
   *
   * @param one number of a group, 0 for the background
   * @param distance 8-bit RGB
   */
  public record Pair(int one, int other, double distance) {}

  /**
   * A colour that a filtered border between two others comes near.
   *
   * @param picked number of the group that would be picked on the border; 0 for the background
   * @param distance 8-bit RGB
   */
  public record Triple(int picked, int one, int other, double distance) {}

  /** A group that should get another colour, 0xRRGGBB. */
  public record Move(int number, int color) {}

  /**
   * @param pairs nearer than twice {@link #LEAST_TOLERANCE}, the nearest first
   * @param triples nearer than {@link #LEAST_TOLERANCE}, the nearest first; 10 000 at most
   * @param moves done one after another, they lessen both; empty when nothing helps or is needed, or
   *     when there are more than 32 groups
   * @param after quality once the moves are done
   */
  public record Result(
      ColorQuality quality,
      List<Pair> pairs,
      List<Triple> triples,
      List<Move> moves,
      ColorQuality after) {}

  /**
   * @param background of the map, one more colour
   * @param locked numbers of groups whose colours stay
   */
  public static Result of(List<Group> groups, int background, Set<Integer> locked) {
    PaletteCheck check = new PaletteCheck(groups, background);
    List<Move> moves = new ArrayList<>();
    PaletteCheck present = check;
    for (int i = 0; i < MOST_MOVES && groups.size() <= MOST_CURED; i++) {
      Move move = present.bestMove(locked);
      if (move == null) {
        break;
      }
      moves.add(move);
      present = present.with(move);
    }
    return new Result(
        check.quality(), check.pairs(), check.triples(), moves, present.quality());
  }

  private ColorQuality quality() {
    int[] colors = new int[groups.size() + 1];
    for (int i = 0; i < colors.length; i++) {
      colors[i] = color(i);
    }
    return ColorQuality.of(colors);
  }

  /** The background comes after the groups. */
  private int color(int index) {
    return index == groups.size() ? background : groups.get(index).color();
  }

  private int number(int index) {
    return index == groups.size() ? BACKGROUND_NUMBER : groups.get(index).number();
  }

  private List<Pair> pairs() {
    List<Pair> out = new ArrayList<>();
    for (int i = 0; i <= groups.size(); i++) {
      for (int j = i + 1; j <= groups.size(); j++) {
        double distance = Rgb.distance(color(i), color(j));
        if (distance < 2 * LEAST_TOLERANCE) {
          out.add(new Pair(number(i), number(j), distance));
        }
      }
    }
    out.sort(Comparator.comparingDouble(Pair::distance));
    return out;
  }

  private List<Triple> triples() {
    List<Triple> out = new ArrayList<>();
    for (int i = 0; i <= groups.size(); i++) {
      for (int j = i + 1; j <= groups.size(); j++) {
        for (int k = 0; k <= groups.size() && out.size() < MOST_LISTED; k++) {
          double distance =
              k == i || k == j
                  ? LEAST_TOLERANCE
                  : Rgb.distanceToBlend(color(k), color(i), color(j));
          if (distance < LEAST_TOLERANCE) {
            out.add(new Triple(number(k), number(i), number(j), distance));
          }
        }
      }
    }
    out.sort(Comparator.comparingDouble(Triple::distance));
    return out;
  }

  /** The group in most of the offences that gains by another colour; null when there is none. */
  private Move bestMove(Set<Integer> locked) {
    Map<Integer, Integer> offences = new HashMap<>();
    pairs().forEach(p -> List.of(p.one(), p.other()).forEach(n -> count(offences, n)));
    triples().forEach(t -> List.of(t.picked(), t.one(), t.other()).forEach(n -> count(offences, n)));
    List<Group> candidates =
        groups.stream()
            .filter(g -> offences.containsKey(g.number()) && !locked.contains(g.number()))
            .sorted(Comparator.comparingInt(g -> -offences.get(g.number())))
            .toList();
    int present = pairs().size() + triples().size();
    for (Group candidate : candidates) {
      int[] others =
          java.util.stream.IntStream.rangeClosed(0, groups.size())
              .filter(i -> number(i) != candidate.number())
              .map(this::color)
              .toArray();
      Move move = new Move(candidate.number(), ColorProposer.propose(others, 1)[0]);
      PaletteCheck moved = with(move);
      if (moved.pairs().size() + moved.triples().size() < present) {
        return move;
      }
    }
    return null;
  }

  private static void count(Map<Integer, Integer> offences, int number) {
    offences.merge(number, 1, Integer::sum);
  }

  private PaletteCheck with(Move move) {
    return new PaletteCheck(
        groups.stream()
            .map(g -> g.number() == move.number() ? g.withColor(move.color()) : g)
            .toList(),
        background);
  }
}
