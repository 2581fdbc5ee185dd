package idiotaxa.server.recipe;

import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.claim.RuleFaces;
import idiotaxa.core.group.Group;
import idiotaxa.core.mask.MapEdits;
import idiotaxa.core.mask.MaskPlan;
import idiotaxa.core.mask.MaskSpec;
import idiotaxa.core.mask.PackSpec;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.raster.SheetPlan;
import idiotaxa.core.recipe.Recipe;
import idiotaxa.core.recipe.RecipeFile;
import idiotaxa.core.recipe.RecipePreview;
import idiotaxa.core.recipe.RecipeRule;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.asset.RevisionStore.RevisionRow;
import idiotaxa.server.asset.SheetPlans;
import idiotaxa.server.bake.BakeSettings;
import idiotaxa.server.bake.RecipeSettings;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.group.GroupStore;
import idiotaxa.server.group.GroupStore.GroupRow;
import idiotaxa.server.handoff.TemplateService;
import idiotaxa.server.journal.Journal;
import idiotaxa.server.mask.MaskService;
import idiotaxa.server.sort.RuleService;
import idiotaxa.server.people.Access;
import idiotaxa.server.web.ConflictException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Runs recipes on assets. */
@Service
public class RecipeUse {
  private final RecipeService recipes;
  private final RecipeStore store;
  private final AssetStore assets;
  private final RevisionStore revisions;
  private final MeshCache meshes;
  private final GroupService groups;
  private final GroupStore groupStore;
  private final RuleService rules;
  private final Journal journal;
  private final SheetPlans plans;
  private final MaskService masks;
  private final TemplateService templates;
  private final JsonMapper json;
  private final Access access;

  RecipeUse(
      RecipeService recipes,
      RecipeStore store,
      AssetStore assets,
      RevisionStore revisions,
      MeshCache meshes,
      GroupService groups,
      GroupStore groupStore,
      RuleService rules,
      Journal journal,
      SheetPlans plans,
      MaskService masks,
      TemplateService templates,
      JsonMapper json,
      Access access) {
    this.access = access;
    this.recipes = recipes;
    this.store = store;
    this.assets = assets;
    this.revisions = revisions;
    this.meshes = meshes;
    this.groups = groups;
    this.groupStore = groupStore;
    this.rules = rules;
    this.journal = journal;
    this.plans = plans;
    this.masks = masks;
    this.templates = templates;
    this.json = json;
  }

  /**
   * What a recipe would make of a model of an asset.
   *
   * @param fileName of the model
   * @param groups of the recipe, so that numbers can be shown
   */
  public record ModelPreview(
      long revisionId, String role, String fileName, List<Group> groups, RecipePreview reach) {}

  /**
   * @param number of the version, null for the newest
   */
  public List<ModelPreview> preview(long assetId, long recipeId, Integer number) {
    access.requireInShowOf(assetId, "recipes", recipeId);
    Recipe recipe = RecipeFile.read(recipes.version(recipeId, number).body());
    return models(assetId).stream()
        .map(
            r ->
                new ModelPreview(
                    r.id(),
                    r.role(),
                    r.fileName(),
                    recipe.palette().groups(),
                    RecipePreview.of(recipe, meshes.get(r.id()).mesh())))
        .toList();
  }

  private List<RevisionRow> models(long assetId) {
    List<RevisionRow> models = new ArrayList<>();
    revisions.currentTarget(assetId).ifPresent(models::add);
    models.addAll(revisions.currentSources(assetId));
    if (models.isEmpty()) {
      throw new ConflictException("Bring a model in first; a recipe is run on one.");
    }
    return models;
  }

  /**
   * @param version number that was applied
   * @param remarks what came out otherwise than the recipe says
   */
  public record Applied(int version, List<String> remarks) {}

  /**
   * Gives an asset the recipe's groups, rules, settings, masks and template. Rules are one step to undo a
   * model, masks one of theirs; what was sorted by hand stays.
   *
   * @param number of the version, null for the newest
   */
  @Transactional
  public Applied apply(long assetId, long recipeId, Integer number) {
    access.requireInShowOf(assetId, "recipes", recipeId);
    journal.lock(assetId);
    RecipeStore.VersionRow version = recipes.version(recipeId, number);
    Recipe recipe = RecipeFile.read(version.body());
    List<RevisionRow> models = models(assetId);
    List<String> remarks = new ArrayList<>();
    Map<Integer, Long> ids = groupIds(assetId, recipe, remarks);
    boolean isSourceReached = false;
    for (RevisionRow model : models) {
      boolean isReached = addRules(assetId, model, recipe, ids, remarks);
      isSourceReached |= isReached && model.role().equals(RevisionStore.SOURCE);
    }
    setBake(assetId, recipe, models, isSourceReached);
    addMasks(assetId, recipe, ids);
    recipe.template().ifPresent(t -> assets.setTemplate(assetId, templates.keyOf(t)));
    store.setUse(assetId, version.id());
    return new Applied(version.number(), remarks);
  }

  /** Groups by the recipe's numbers: those of the same name, else new ones, under their number if it is free. */
  private Map<Integer, Long> groupIds(long assetId, Recipe recipe, List<String> remarks) {
    Map<String, Long> byName = new HashMap<>();
    for (GroupRow row : groups.list(assetId)) {
      byName.putIfAbsent(row.group().name().toLowerCase(Locale.ROOT), row.id());
    }
    Set<Integer> taken = new HashSet<>();
    groups.listWithMerged(assetId).forEach(row -> taken.add(row.group().number()));
    // Behind all numbers of both, so that nothing else of the recipe has to give way.
    int last =
        Math.max(
            recipe.palette().maxNumber(), taken.stream().mapToInt(Integer::intValue).max().orElse(0));
    Map<Integer, Long> ids = new HashMap<>();
    for (Group group : recipe.palette().groups()) {
      Long known = byName.get(group.name().toLowerCase(Locale.ROOT));
      if (known != null) {
        ids.put(group.number(), known);
        continue;
      }
      int free = group.number();
      if (!taken.add(free)) {
        free = ++last;
        remarks.add(
            "%s is number %d here, since %d is taken.".formatted(group.name(), free, group.number()));
      }
      ids.put(group.number(), groupStore.create(assetId, group.withNumber(free)));
    }
    return ids;
  }

  /** Whether a rule reaches the model at all; else it is left as it is. */
  private boolean addRules(
      long assetId, RevisionRow model, Recipe recipe, Map<Integer, Long> ids, List<String> remarks) {
    RecipePreview reach = RecipePreview.of(recipe, meshes.get(model.id()).mesh());
    if (reach.rules().stream().allMatch(r -> r.faces() == 0)) {
      return false;
    }
    List<ClaimRule> added = new ArrayList<>();
    for (RecipeRule rule : recipe.rules()) {
      if (rule.rule().kind() == ClaimRule.Kind.COLOR
          && rule.tolerance() != RuleFaces.COLOR_TOLERANCE) {
        remarks.add(
            "The rule for %s has the usual tolerance of %.0f here, not %.0f."
                .formatted(rule.rule().words(), RuleFaces.COLOR_TOLERANCE, rule.tolerance()));
      }
      int id = Math.toIntExact(ids.get(rule.rule().group()));
      added.add(rule.rule().into(id));
    }
    rules.add(assetId, model.id(), "recipe " + recipe.name() + " → rules", added);
    return true;
  }

  /** Claims are read from sources where rules reach some, all else from sources where there are any. */
  private void setBake(
      long assetId, Recipe recipe, List<RevisionRow> models, boolean isSourceReached) {
    String kept = assets.find(assetId).map(AssetStore.AssetRow::bakeSettings).orElse(null);
    BakeSettings base = kept == null ? null : json.readValue(kept, BakeSettings.class);
    boolean hasSources = models.stream().anyMatch(m -> m.role().equals(RevisionStore.SOURCE));
    boolean isOfClaims =
        RecipeSettings.applied(recipe.bake(), base, false).origin() == IdOrigin.CLAIMS;
    BakeSettings settings =
        RecipeSettings.applied(recipe.bake(), base, isOfClaims ? isSourceReached : hasSources);
    assets.setBakeSettings(assetId, json.writeValueAsString(settings));
    String sheetBy = recipe.bake().get("sheetBy");
    if (sheetBy != null) {
      plans.set(assetId, new SheetPlan(SheetPlan.By.parse(sheetBy), List.of()));
    }
  }

  /** The recipe's masks and packs come first, since they build on nothing else; others stay behind them. */
  private void addMasks(long assetId, Recipe recipe, Map<Integer, Long> ids) {
    MaskPlan wanted = recipe.plan().withGroups(n -> Math.toIntExact(ids.getOrDefault(n, 0L)));
    if (wanted.equals(MaskPlan.EMPTY)) {
      return;
    }
    MaskService.State state = masks.state(assetId);
    MapEdits edits =
        new MapEdits(
            wanted.edits().specks(),
            wanted.edits().borders(),
            state.plan().edits().touchUps());
    MaskPlan plan =
        new MaskPlan(
            edits,
            merged(wanted.masks(), state.plan().masks(), MaskSpec::name),
            merged(wanted.packs(), state.plan().packs(), PackSpec::name));
    if (!plan.equals(state.plan())) {
      masks.keep(assetId, state.stateId(), "masks of the recipe " + recipe.name(), plan);
    }
  }

  private static <T> List<T> merged(List<T> first, List<T> others, Function<T, String> name) {
    Set<String> names = new HashSet<>();
    first.forEach(each -> names.add(name.apply(each).toLowerCase(Locale.ROOT)));
    List<T> all = new ArrayList<>(first);
    for (T other : others) {
      if (!names.contains(name.apply(other).toLowerCase(Locale.ROOT))) {
        all.add(other);
      }
    }
    return all;
  }
}
