package idiotaxa.server.recipe;

import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.claim.NamePattern;
import idiotaxa.core.claim.NameStem;
import idiotaxa.core.claim.RuleFaces;
import idiotaxa.core.group.Group;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.raster.SheetPlan;
import idiotaxa.core.recipe.PartRules;
import idiotaxa.core.recipe.Recipe;
import idiotaxa.core.recipe.RecipeClaims;
import idiotaxa.core.recipe.RecipeRule;
import idiotaxa.core.template.Template;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.asset.RevisionStore.RevisionRow;
import idiotaxa.server.asset.SheetPlans;
import idiotaxa.server.bake.BakeSettings;
import idiotaxa.server.bake.RecipeSettings;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.handoff.TemplateService;
import idiotaxa.server.journal.FaceGroups;
import idiotaxa.server.journal.Journal;
import idiotaxa.server.mask.MaskService;
import idiotaxa.server.web.NotFoundException;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** Makes a recipe of everything about an asset that is not its model. */
@Service
public class RecipeFromAsset {
  private final AssetStore assets;
  private final RevisionStore revisions;
  private final MeshCache meshes;
  private final GroupService groups;
  private final FaceGroups faceGroups;
  private final Journal journal;
  private final SheetPlans plans;
  private final MaskService masks;
  private final TemplateService templates;
  private final JsonMapper json;

  RecipeFromAsset(
      AssetStore assets,
      RevisionStore revisions,
      MeshCache meshes,
      GroupService groups,
      FaceGroups faceGroups,
      Journal journal,
      SheetPlans plans,
      MaskService masks,
      TemplateService templates,
      JsonMapper json) {
    this.assets = assets;
    this.revisions = revisions;
    this.meshes = meshes;
    this.groups = groups;
    this.faceGroups = faceGroups;
    this.journal = journal;
    this.plans = plans;
    this.masks = masks;
    this.templates = templates;
    this.json = json;
  }

  /**
   * @param remarks what of the asset a recipe cannot hold
   */
  public record Made(Recipe recipe, List<String> remarks) {}

  /**
   * @throws NotFoundException when there is no such asset
   */
  public Made make(long assetId, String name) {
    AssetStore.AssetRow asset =
        assets.find(assetId).orElseThrow(() -> new NotFoundException("asset", assetId));
    List<String> remarks = new ArrayList<>();
    Map<Long, Integer> numbers = groups.presentNumbers(assetId);
    List<RecipeRule> rules =
        sortedModel(assetId).map(r -> rules(assetId, r, numbers, remarks)).orElse(List.of());
    MaskPlan plan =
        masks.state(assetId).plan().withGroups(id -> numbers.getOrDefault((long) id, 0));
    if (!plan.edits().touchUps().isEmpty()) {
      remarks.add(
          "%d touch-ups stay behind: they are about this model's UVs."
              .formatted(plan.edits().touchUps().size()));
    }
    MaskPlan kept =
        new MaskPlan(plan.edits().withTouchUps(List.of()), plan.masks(), plan.packs());
    Template template = templates.of(asset.template());
    Recipe recipe =
        new Recipe(
            name == null ? "" : name.strip(),
            groups.palette(assetId, "recipe"),
            rules,
            bake(asset, remarks),
            kept,
            Optional.of(template));
    return new Made(recipe, remarks);
  }

  /** The target; a source where only that is sorted. */
  private Optional<RevisionRow> sortedModel(long assetId) {
    List<RevisionRow> models = new ArrayList<>();
    revisions.currentTarget(assetId).ifPresent(models::add);
    models.addAll(revisions.currentSources(assetId));
    return models.stream()
        .filter(r -> r.claimedShare() > 0)
        .findFirst()
        .or(() -> models.stream().findFirst());
  }

  private List<RecipeRule> rules(
      long assetId, RevisionRow revision, Map<Long, Integer> numbers, List<String> remarks) {
    Mesh mesh = meshes.get(revision.id()).mesh();
    FaceGroups.Held held = faceGroups.held(assetId, revision.id(), journal.lastEntry(assetId));
    List<RecipeRule> rules = new ArrayList<>();
    for (ClaimRule rule : held.rules()) {
      int number = numbers.getOrDefault((long) rule.group(), Group.UNCLAIMED);
      ClaimRule told =
          rule.kind() == ClaimRule.Kind.ALIKE
              ? byName(rule, mesh, faceGroups.reachedBy(revision.id(), rule)).orElse(null)
              : rule;
      if (told == null) {
        remarks.add("The rule for " + rule.words() + " stays behind: no name tells those pieces.");
      } else if (number != Group.UNCLAIMED) {
        rules.add(new RecipeRule(told.into(number).madeAt(0), RuleFaces.COLOR_TOLERANCE));
      }
    }
    int[] wanted = new int[held.groupIds().length];
    for (int f = 0; f < wanted.length; f++) {
      wanted[f] = numbers.getOrDefault((long) held.groupIds()[f], Group.UNCLAIMED);
    }
    rules.addAll(PartRules.of(mesh, wanted, rules));
    addLeftByHand(mesh, wanted, rules, remarks);
    return rules;
  }

  /** Alike pieces that are all of the parts of one name can be told by it. */
  private static Optional<ClaimRule> byName(ClaimRule rule, Mesh mesh, BitSet reached) {
    String stem = NameStem.withoutNumber(rule.word());
    if (stem.isEmpty()) {
      return Optional.empty();
    }
    NamePattern pattern = NamePattern.of(stem);
    for (int f = 0; f < mesh.faceCount(); f++) {
      boolean isNamed = pattern.fits(mesh.parts().get(mesh.facePart()[f]).name());
      if (isNamed != reached.get(f)) {
        return Optional.empty();
      }
    }
    return Optional.of(ClaimRule.of(ClaimRule.Kind.PART, stem, rule.group(), 0));
  }

  private static void addLeftByHand(
      Mesh mesh, int[] wanted, List<RecipeRule> rules, List<String> remarks) {
    int[] made = RecipeClaims.groups(rules, mesh);
    List<String> parts = new ArrayList<>();
    boolean[] isSaid = new boolean[mesh.parts().size()];
    for (int f = 0; f < wanted.length; f++) {
      int part = mesh.facePart()[f];
      if (wanted[f] != Group.UNCLAIMED && wanted[f] != made[f] && !isSaid[part]) {
        isSaid[part] = true;
        parts.add(mesh.parts().get(part).name());
      }
    }
    if (!parts.isEmpty()) {
      remarks.add(
          "Sorted by hand within a part, which no rule tells: " + String.join(", ", parts) + ".");
    }
  }

  private Map<String, String> bake(AssetStore.AssetRow asset, List<String> remarks) {
    Map<String, String> bake =
        asset.bakeSettings() == null
            ? new LinkedHashMap<>()
            : RecipeSettings.of(json.readValue(asset.bakeSettings(), BakeSettings.class));
    SheetPlan.By by = plans.get(asset.id()).by();
    if (by == SheetPlan.By.HAND) {
      remarks.add("Sheets made by hand stay behind: they name this model's parts.");
    } else if (by != SheetPlan.By.FITTING) {
      bake.put("sheetBy", by.word());
    }
    return bake;
  }
}
