package idiotaxa.core.recipe;

import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.claim.CornerClaims;
import idiotaxa.core.claim.RuleFaces;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;

/** What the rules of a recipe make of a model; later rules win over earlier ones. */
public final class RecipeClaims {
  private RecipeClaims() {}

  /**
   * @param reached faces that each rule reaches by itself, in the recipe's order
   */
  public record Result(OriginReading reading, List<Integer> reached) {}

  /** Rules of recipes do not look for alike pieces, so that pieces are never asked for. */
  static RuleFaces faces(Mesh mesh) {
    return new RuleFaces(mesh, new FaceLabels(new int[0], 0), () -> new int[0]);
  }

  static BitSet reached(RuleFaces faces, RecipeRule rule) {
    return rule.rule().kind() == ClaimRule.Kind.COLOR
        ? faces.ofColor(Rgb.parse(rule.rule().word()), rule.tolerance())
        : faces.of(rule.rule());
  }

  /** Number of the group that every face gets, 0 for none. */
  public static int[] groups(List<RecipeRule> rules, Mesh mesh) {
    int[] groups = new int[mesh.faceCount()];
    RuleFaces faces = faces(mesh);
    for (RecipeRule rule : rules) {
      reached(faces, rule).stream().forEach(f -> groups[f] = rule.rule().group());
    }
    return groups;
  }

  public static Result of(Recipe recipe, Mesh mesh) {
    RuleFaces faces = faces(mesh);
    CornerClaims corners = new CornerClaims(mesh);
    List<Integer> reached = new ArrayList<>();
    for (RecipeRule rule : recipe.rules()) {
      BitSet found = reached(faces, rule);
      reached.add(found.cardinality());
      int group = rule.rule().group();
      if (rule.rule().kind() == ClaimRule.Kind.COLOR) {
        corners.claimColor(Rgb.parse(rule.rule().word()), rule.tolerance(), group, f -> true);
      } else {
        found.stream().forEach(f -> corners.claim(f, group));
      }
    }
    return new Result(Origins.cornerClaims(mesh, corners.groups(), recipe.palette().groups()), reached);
  }
}
