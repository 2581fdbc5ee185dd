package idiotaxa.core.recipe;

import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.claim.Likeness;
import idiotaxa.core.claim.RuleFaces;
import idiotaxa.core.group.Group;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/**
 * What a recipe's rules would make of a model, without doing it.
 *
 * @param rules in the recipe's order
 * @param claimedShare of the surface that some rule reaches, 0 … 1
 * @param unreached groups that rules look for and that get nothing
 * @param left parts with surface that no rule reaches, the largest first
 */
public record RecipePreview(
    List<RuleReach> rules, double claimedShare, List<UnreachedGroup> unreached, List<LeftPart> left) {
  private static final int MOST_NEAR = 3;

  /**
   * @param when what the rule looks at: {@code part}, {@code material} or {@code color}
   * @param is what it looks for
   * @param words both, for people
   * @param group number of the recipe's group
   * @param faces that it reaches by itself
   * @param share of the surface that is in its group because of it, 0 … 1
   */
  public record RuleReach(
      String when, String is, String words, int group, int faces, double share) {}

  /**
   * @param nearestParts names of left parts that resemble the group's name, keywords and rules
   */
  public record UnreachedGroup(int group, String name, List<String> nearestParts) {}

  /**
   * @param share of the surface, 0 … 1
   * @param nearestGroups numbers of groups whose names, keywords or rules resemble its name
   */
  public record LeftPart(String part, double share, List<Integer> nearestGroups) {}

  public static RecipePreview of(Recipe recipe, Mesh mesh) {
    return new Maker(recipe, mesh).make();
  }

  private static final class Maker {
    private final Recipe recipe;
    private final Mesh mesh;
    private final double[] areas;
    private final double surface;
    private final int[] ruleOfFace;

    Maker(Recipe recipe, Mesh mesh) {
      this.recipe = recipe;
      this.mesh = mesh;
      areas = TriangleGeometry.faceAreas(mesh);
      double sum = 0;
      for (double area : areas) {
        sum += area;
      }
      surface = sum;
      ruleOfFace = new int[mesh.faceCount()];
      Arrays.fill(ruleOfFace, -1);
    }

    RecipePreview make() {
      RuleFaces faces = RecipeClaims.faces(mesh);
      int[] reached = new int[recipe.rules().size()];
      for (int r = 0; r < reached.length; r++) {
        BitSet found = RecipeClaims.reached(faces, recipe.rules().get(r));
        reached[r] = found.cardinality();
        int number = r;
        found.stream().forEach(f -> ruleOfFace[f] = number);
      }
      double[] areaOfRule = new double[reached.length];
      double claimed = 0;
      for (int f = 0; f < ruleOfFace.length; f++) {
        if (ruleOfFace[f] >= 0) {
          areaOfRule[ruleOfFace[f]] += areas[f];
          claimed += areas[f];
        }
      }
      List<RuleReach> rules = new ArrayList<>();
      Set<Integer> filled = new HashSet<>();
      for (int r = 0; r < reached.length; r++) {
        ClaimRule rule = recipe.rules().get(r).rule();
        rules.add(
            new RuleReach(
                rule.kind().word(),
                rule.word(),
                rule.words(),
                rule.group(),
                reached[r],
                share(areaOfRule[r])));
        if (areaOfRule[r] > 0) {
          filled.add(rule.group());
        }
      }
      List<LeftPart> left = left();
      return new RecipePreview(rules, share(claimed), unreached(filled, left), left);
    }

    private double share(double area) {
      return surface > 0 ? area / surface : 0;
    }

    private List<LeftPart> left() {
      double[] area = new double[mesh.parts().size()];
      for (int f = 0; f < ruleOfFace.length; f++) {
        area[mesh.facePart()[f]] += ruleOfFace[f] < 0 ? areas[f] : 0;
      }
      List<LeftPart> left = new ArrayList<>();
      for (int p = 0; p < area.length; p++) {
        if (area[p] > 0) {
          String name = mesh.parts().get(p).name();
          left.add(new LeftPart(name, share(area[p]), near(name)));
        }
      }
      left.sort(Comparator.comparingDouble(part -> -part.share()));
      return left;
    }

    private List<Integer> near(String part) {
      record Near(int group, double likeness) {}
      return recipe.palette().groups().stream()
          .map(group -> new Near(group.number(), likeness(part, group)))
          .filter(near -> near.likeness() >= Likeness.ENOUGH)
          .sorted(Comparator.comparingDouble(near -> -near.likeness()))
          .limit(MOST_NEAR)
          .map(Near::group)
          .toList();
    }

    /** Of a part's name to the likest of all that a group goes by, 0 … 1. */
    private double likeness(String part, Group group) {
      List<String> words = Likeness.words(part);
      Stream<String> rules =
          recipe.rules().stream()
              .filter(rule -> rule.rule().group() == group.number())
              .filter(rule -> rule.rule().kind() != ClaimRule.Kind.COLOR)
              .map(rule -> rule.rule().word());
      Stream<String> names = Stream.concat(Stream.of(group.name()), group.keywords().stream());
      return Stream.concat(names, rules)
          .map(Likeness::words)
          .mapToDouble(other -> Math.max(Likeness.of(words, other), Likeness.of(other, words)))
          .max()
          .orElse(0);
    }

    private List<UnreachedGroup> unreached(Set<Integer> filled, List<LeftPart> left) {
      List<UnreachedGroup> out = new ArrayList<>();
      for (Group group : recipe.palette().groups()) {
        boolean isLookedFor =
            recipe.rules().stream().anyMatch(rule -> rule.rule().group() == group.number());
        if (isLookedFor && !filled.contains(group.number())) {
          out.add(
              new UnreachedGroup(
                  group.number(),
                  group.name(),
                  left.stream()
                      .filter(part -> part.nearestGroups().contains(group.number()))
                      .map(LeftPart::part)
                      .limit(MOST_NEAR)
                      .toList()));
        }
      }
      return out;
    }
  }
}
