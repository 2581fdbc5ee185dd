package idiotaxa.server.catalogue;

import idiotaxa.core.file.FormatException;
import idiotaxa.core.format.ModelFileNames;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.pairing.ModelPair;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.asset.RevisionStore.RevisionRow;
import idiotaxa.server.bake.BakeService;
import idiotaxa.server.bake.BakeSettings;
import idiotaxa.server.bake.RecipeSettings;
import idiotaxa.server.bringin.ImportService;
import idiotaxa.server.handoff.HandoffService;
import idiotaxa.server.handoff.TemplateService;
import idiotaxa.server.kept.KeptService;
import idiotaxa.server.known.KnownService;
import idiotaxa.server.palette.PaletteUse;
import idiotaxa.server.recipe.RecipeUse;
import idiotaxa.server.people.Access;
import idiotaxa.server.web.ConflictException;
import idiotaxa.server.web.NotFoundException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** Does to many assets what can be done to one; what one of them refuses keeps none of the others. */
@Service
class ManyService {
  private final AssetService assetService;
  private final AssetStore assets;
  private final RevisionStore revisions;
  private final MeshCache meshes;
  private final ImportService imports;
  private final PaletteUse palettes;
  private final RecipeUse recipes;
  private final KnownService known;
  private final KeptService kept;
  private final BakeService bakes;
  private final HandoffService handoffs;
  private final TemplateService templates;
  private final JsonMapper json;
  private final Access access;

  ManyService(
      AssetService assetService,
      AssetStore assets,
      RevisionStore revisions,
      MeshCache meshes,
      ImportService imports,
      PaletteUse palettes,
      RecipeUse recipes,
      KnownService known,
      KeptService kept,
      BakeService bakes,
      HandoffService handoffs,
      TemplateService templates,
      JsonMapper json,
      Access access) {
    this.access = access;
    this.assetService = assetService;
    this.assets = assets;
    this.revisions = revisions;
    this.meshes = meshes;
    this.imports = imports;
    this.palettes = palettes;
    this.recipes = recipes;
    this.known = known;
    this.kept = kept;
    this.bakes = bakes;
    this.handoffs = handoffs;
    this.templates = templates;
    this.json = json;
  }

  /**
   * What became of one asset.
   *
   * @param problem why nothing was done, null when it was
   * @param remarks what came out otherwise than one may think
   */
  record Done(long assetId, String name, String problem, List<String> remarks) {}

  /**
   * @param sourcesWithoutTarget files that no target's name goes with; nothing was made of them
   */
  record Imported(List<Done> assets, List<String> sourcesWithoutTarget) {}

  private interface Doing {
    /** Answers with remarks. */
    List<String> on(long assetId) throws IOException;
  }

  private List<Done> each(List<Long> ids, Doing doing) {
    List<Done> all = new ArrayList<>();
    for (Long id : ids == null ? assets.ids(access.shows()) : ids) {
      all.add(one(id, nameOf(id), asset -> onOneSeen(asset, doing)));
    }
    return all;
  }

  /** What somebody may not see has no name either. */
  private String nameOf(long id) {
    return assets.find(id).filter(a -> access.sees(a.showId())).map(AssetStore.AssetRow::name).orElse("");
  }

  private List<String> onOneSeen(long id, Doing doing) throws IOException {
    access.requireAsset(id);
    return doing.on(id);
  }

  private static Done one(long id, String name, Doing doing) {
    try {
      return new Done(id, name, null, doing.on(id));
    } catch (IllegalArgumentException | ConflictException | NotFoundException | FormatException e) {
      return new Done(id, name, e.getMessage(), List.of());
    } catch (IOException e) {
      return new Done(id, name, "A file could not be kept: " + e.getMessage(), List.of());
    }
  }

  /**
   * Makes an asset of every target among files, with the sources that its name goes with.
   *
   * @param files local files by their names
   * @param paletteId that all of them use, null for none
   * @param show number of the one that they are for, null where only one comes into question
   */
  Imported bringIn(Map<String, Path> files, Long paletteId, Long show) {
    List<String> models = files.keySet().stream().filter(ModelFileNames::isModel).toList();
    ModelPair.Found found = ModelPair.of(models);
    if (found.pairs().isEmpty()) {
      throw new FormatException(
          String.join(", ", files.keySet().stream().sorted().limit(5).toList()),
          "",
          "none of these is a target",
          "bring in a folder with models whose names do not say that they are high poly");
    }
    List<Done> done = new ArrayList<>();
    for (ModelPair pair : found.pairs()) {
      String name = pair.name().substring(pair.name().lastIndexOf('/') + 1);
      long asset = assetService.create(name.substring(0, Math.min(120, name.length())), show);
      done.add(
          one(
              asset,
              name,
              id -> {
                if (paletteId != null) {
                  palettes.choose(id, paletteId);
                }
                imports.take(id, RevisionStore.TARGET, with(pair.target(), files), null);
                for (String source : pair.sources()) {
                  imports.take(id, RevisionStore.SOURCE, with(source, files), null);
                }
                return List.of();
              }));
    }
    return new Imported(done, found.alone());
  }

  /** A model with all that it may name: what is no model itself. */
  private static Map<String, Path> with(String model, Map<String, Path> files) {
    Map<String, Path> out = new HashMap<>();
    String lower = model.toLowerCase(Locale.ROOT);
    boolean isWhole = lower.endsWith(".glb") || lower.endsWith(".ply") || lower.endsWith(".stl") || lower.endsWith(".usda");
    files.forEach(
        (name, file) -> {
          if (name.equals(model) || !isWhole && !ModelFileNames.isModel(name)) {
            out.put(name, file);
          }
        });
    return out;
  }

  /**
   * @param ids of assets, null for all
   * @param version of the recipe, null for the newest
   */
  List<Done> apply(List<Long> ids, long recipeId, Integer version) {
    return each(ids, id -> recipes.apply(id, recipeId, version).remarks());
  }

  /** Claims what is known for sure of every target's pieces, and says how much that is. */
  List<Done> keepKnown(List<Long> ids) {
    return each(
        ids,
        id -> {
          long target =
              revisions
                  .currentTarget(id)
                  .orElseThrow(() -> new ConflictException("There is no target that was read."))
                  .id();
          KnownService.Found found = known.find(id, target);
          known.keep(id, target, found, null);
          return List.of(found.words());
        });
  }

  List<Done> bake(List<Long> ids) {
    return each(
        ids,
        id -> {
          bakes.start(id, settings(id));
          return List.of();
        });
  }

  /** Packs the last bake of every asset by its template. */
  List<Done> handOff(List<Long> ids) {
    return each(
        ids,
        id -> {
          AssetViews.Asset asset = assetService.get(id);
          if (asset.bakes().isEmpty()) {
            throw new ConflictException("Nothing is baked yet; bake first, then hand off.");
          }
          handoffs.start(asset.bakes().get(0).id(), templates.of(asset.template()));
          return List.of();
        });
  }

  /** Keeps the package of every asset up to date from now on. */
  List<Done> keepUpToDate(List<Long> ids) {
    return each(
        ids,
        id -> {
          kept.keep(id);
          return List.of();
        });
  }

  /** What was chosen; else claims where there are any, or the first origin with data. */
  private BakeSettings settings(long assetId) {
    String kept = assets.find(assetId).map(AssetStore.AssetRow::bakeSettings).orElse(null);
    if (kept != null) {
      return json.readValue(kept, BakeSettings.class);
    }
    RevisionRow target =
        revisions
            .currentTarget(assetId)
            .orElseThrow(() -> new ConflictException("There is no target that was read."));
    List<RevisionRow> sources = revisions.currentSources(assetId);
    boolean isSourceClaimed = sources.stream().anyMatch(r -> r.claimedShare() > 0);
    if (target.claimedShare() > 0 || isSourceClaimed) {
      return RecipeSettings.applied(
          Map.of("origin", IdOrigin.CLAIMS.word()), null, isSourceClaimed);
    }
    Mesh read = meshes.get(sources.isEmpty() ? target.id() : sources.get(0).id()).mesh();
    return RecipeSettings.applied(
        Map.of("origin", Origins.best(read).word()), null, !sources.isEmpty());
  }
}
