package idiotaxa.core.recipe;

import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.claim.NameStem;
import idiotaxa.core.claim.RuleFaces;
import idiotaxa.core.group.Group;
import idiotaxa.core.mesh.Mesh;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Makes rules of what was sorted by hand: parts that are of one group throughout are told by their names. */
public final class PartRules {
  private static final int SEVERAL = -1;

  private PartRules() {}

  /**
   * @param groups number of every face, 0 for unclaimed
   * @param present rules that are there already, told apart by what they make of the model
   * @return rules to be put behind those, one a name; none for what the present ones do already
   */
  public static List<RecipeRule> of(Mesh mesh, int[] groups, List<RecipeRule> present) {
    int[] byRules = RecipeClaims.groups(present, mesh);
    int[] wanted = only(mesh, groups);
    int[] made = only(mesh, byRules);
    Map<String, Integer> ofStem = new HashMap<>();
    for (int p = 0; p < wanted.length; p++) {
      int group = wanted[p];
      ofStem.merge(stem(mesh, p), group, (a, b) -> a.equals(b) ? a : SEVERAL);
    }
    Map<String, Integer> rules = new LinkedHashMap<>();
    for (int p = 0; p < wanted.length; p++) {
      String name = mesh.parts().get(p).name().strip();
      if (wanted[p] > Group.UNCLAIMED && wanted[p] != made[p] && !name.isEmpty()) {
        boolean isOfStem = ofStem.get(stem(mesh, p)) == wanted[p] && !stem(mesh, p).isEmpty();
        rules.put(isOfStem ? stem(mesh, p) : name, wanted[p]);
      }
    }
    List<RecipeRule> out = new ArrayList<>();
    rules.forEach(
        (name, group) ->
            out.add(
                new RecipeRule(
                    ClaimRule.of(ClaimRule.Kind.PART, name, group, 0), RuleFaces.COLOR_TOLERANCE)));
    return out;
  }

  private static String stem(Mesh mesh, int part) {
    return NameStem.withoutNumber(mesh.parts().get(part).name());
  }

  /** The group of every part that is of one throughout; of others {@value #SEVERAL}. */
  private static int[] only(Mesh mesh, int[] groups) {
    int[] only = new int[mesh.parts().size()];
    boolean[] isSeen = new boolean[only.length];
    Arrays.fill(only, SEVERAL);
    for (int f = 0; f < groups.length; f++) {
      int part = mesh.facePart()[f];
      if (!isSeen[part]) {
        only[part] = groups[f];
        isSeen[part] = true;
      } else if (only[part] != groups[f]) {
        only[part] = SEVERAL;
      }
    }
    return only;
  }
}
