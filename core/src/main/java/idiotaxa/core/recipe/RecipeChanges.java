package idiotaxa.core.recipe;

import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.mask.MaskSpec;
import idiotaxa.core.mask.PackSpec;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeSet;
import java.util.function.Function;

/** Says what one version of a recipe has that another has not. */
public final class RecipeChanges {
  private final List<String> words = new ArrayList<>();

  private RecipeChanges() {}

  /**
   * @return sentences without end, in the order in which a recipe is read; none when both are the same
   */
  public static List<String> between(Recipe before, Recipe after) {
    RecipeChanges changes = new RecipeChanges();
    changes.groups(before, after);
    changes.rules(before, after);
    changes.bake(before, after);
    changes.maps(before, after);
    return changes.words;
  }

  private void groups(Recipe before, Recipe after) {
    Map<Integer, Group> old = byName(before.palette().groups(), Group::number);
    for (Group group : after.palette().groups()) {
      Group was = old.remove(group.number());
      String name = "group " + group.number() + " " + group.name();
      if (was == null) {
        words.add(name + " is new");
      } else if (!was.equals(group)) {
        String from = was.name().equals(group.name()) ? "" : ", was " + was.name();
        String color =
            was.color() == group.color()
                ? ""
                : ", " + Rgb.toHex(was.color()) + " → " + Rgb.toHex(group.color());
        words.add(name + (from + color).replaceFirst("^$", ": other keywords or look"));
      }
    }
    old.values().forEach(gone -> words.add("group " + gone.number() + " " + gone.name() + " is gone"));
  }

  private void rules(Recipe before, Recipe after) {
    List<RecipeRule> old = new ArrayList<>(before.rules());
    int added = words.size();
    for (RecipeRule rule : after.rules()) {
      if (!old.remove(rule)) {
        words.add("rule for " + rule.rule().words() + " → group " + rule.rule().group());
      }
    }
    for (RecipeRule gone : old) {
      ClaimRule rule = gone.rule();
      words.add("no rule for " + rule.words() + " → group " + rule.group());
    }
    if (added == words.size() && !before.rules().equals(after.rules())) {
      words.add("rules in another order");
    }
  }

  private void bake(Recipe before, Recipe after) {
    TreeSet<String> names = new TreeSet<>(before.bake().keySet());
    names.addAll(after.bake().keySet());
    for (String name : names) {
      String was = before.bake().get(name);
      String now = after.bake().get(name);
      if (!Objects.equals(was, now)) {
        words.add("bake " + name + " " + or(was) + " → " + or(now));
      }
    }
  }

  private static String or(String value) {
    return value == null ? "as usual" : value;
  }

  private void maps(Recipe before, Recipe after) {
    if (before.plan().edits().specks() != after.plan().edits().specks()) {
      words.add("specks are merged up to " + after.plan().edits().specks() + " texels");
    }
    if (!before.plan().edits().borders().equals(after.plan().edits().borders())) {
      words.add("other borders");
    }
    named("mask", before.plan().masks(), after.plan().masks(), MaskSpec::name);
    named("pack", before.plan().packs(), after.plan().packs(), PackSpec::name);
    if (!before.template().equals(after.template())) {
      words.add(after.template().map(t -> "template " + t.name()).orElse("no template"));
    }
  }

  private <T> void named(String what, List<T> before, List<T> after, Function<T, String> name) {
    Map<String, T> old = byName(before, name);
    for (T each : after) {
      T was = old.remove(name.apply(each));
      if (!each.equals(was)) {
        words.add(what + " " + name.apply(each) + (was == null ? " is new" : " is made otherwise"));
      }
    }
    old.keySet().forEach(gone -> words.add(what + " " + gone + " is gone"));
  }

  private static <K, T> Map<K, T> byName(List<T> all, Function<T, K> name) {
    Map<K, T> map = new LinkedHashMap<>();
    all.forEach(each -> map.put(name.apply(each), each));
    return map;
  }
}
