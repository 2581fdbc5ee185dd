package idiotaxa.server.catalogue;

import io.swagger.v3.oas.annotations.media.Schema;
import idiotaxa.core.raster.SheetPlan;
import idiotaxa.server.bake.BakeSettings;
import idiotaxa.core.origin.OriginChoices;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.bake.BakeViews;
import idiotaxa.server.bringin.RevisionViews;
import idiotaxa.server.group.GroupViews;
import idiotaxa.server.handoff.HandoffViews;
import idiotaxa.server.journal.JournalStore;
import idiotaxa.server.kept.KeptViews;
import idiotaxa.server.mask.MaskService;
import idiotaxa.server.palette.PaletteService;
import idiotaxa.server.recipe.RecipeService;
import java.time.LocalDateTime;
import java.util.List;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The state of an asset in one piece, as scripts and pages see it. */
@Component
public class AssetViews {
  private final RevisionViews revisions;
  private final GroupViews groups;
  private final JournalStore journal;
  private final BakeViews bakes;
  private final HandoffViews handoffs;
  private final KeptViews kept;
  private final PaletteService palettes;
  private final MaskService masks;
  private final RecipeService recipes;
  private final JsonMapper json;

  AssetViews(
      RevisionViews revisions,
      GroupViews groups,
      JournalStore journal,
      BakeViews bakes,
      HandoffViews handoffs,
      KeptViews kept,
      PaletteService palettes,
      MaskService masks,
      RecipeService recipes,
      JsonMapper json) {
    this.revisions = revisions;
    this.groups = groups;
    this.journal = journal;
    this.bakes = bakes;
    this.handoffs = handoffs;
    this.kept = kept;
    this.palettes = palettes;
    this.masks = masks;
    this.recipes = recipes;
    this.json = json;
  }

  /**
   * An asset with everything that belongs to it.
   *
   * @param showId the show that it belongs to
   * @param version to be given back with another name, show, sheet plan, palette or template
   * @param isInTrash whether it was put into the trash
   * @param palette null when it uses none
   * @param template key of the template that its hand-offs use, null for the first of the ready ones
   * @param bakeSettings what the next bake would be made with, null until something was chosen
   * @param recipe that was applied last, null for none
   * @param kept the package that is kept up to date, null for none
   * @param proposedOrigin what the next bake would best read, where nothing was chosen yet
   * @param open how many things need a look at each station
   * @param maskState names the present state of its masks, 0 for the beginning
   */
  public record Asset(
      long id,
      String name,
      long showId,
      int version,
      boolean isInTrash,
      int journalPosition,
      @Schema(implementation = SheetPlan.class) JsonNode sheetPlan,
      PaletteService.PaletteName palette,
      String template,
      @Schema(implementation = BakeSettings.class) JsonNode bakeSettings,
      RecipeService.Made recipe,
      long maskState,
      List<RevisionViews.PictureView> pictures,
      List<RevisionViews.RevisionView> revisions,
      List<GroupViews.GroupView> groups,
      List<HistoryEntry> history,
      List<BakeViews.BakeView> bakes,
      List<HandoffViews.HandoffView> handoffs,
      KeptViews.KeptView kept,
      OriginChoices.Proposed proposedOrigin,
      StationFindings open) {}

  /**
   * A step that can be undone.
   *
   * @param by name of the account that took it, null where nobody signs in
   */
  public record HistoryEntry(
      long id, int ordinal, String kind, String words, String by, LocalDateTime createdAt) {}

  Asset of(AssetStore.AssetRow asset) {
    long id = asset.id();
    List<RevisionViews.RevisionView> models = revisions.list(id);
    List<GroupViews.GroupView> groupsNow = groups.list(id);
    List<BakeViews.BakeView> baked = bakes.list(id);
    List<HandoffViews.HandoffView> handedOff = handoffs.list(id);
    return new Asset(
        id,
        asset.name(),
        asset.showId(),
        asset.version(),
        asset.isInTrash(),
        asset.journalPosition(),
        asset.sheetPlan() == null ? null : json.readTree(asset.sheetPlan()),
        asset.paletteId() == null ? null : palettes.name(asset.paletteId()),
        asset.template(),
        asset.bakeSettings() == null ? null : json.readTree(asset.bakeSettings()),
        recipes.of(id),
        masks.stateId(id).orElse(0L),
        revisions.pictures(id),
        models,
        groupsNow,
        journal.words(id).stream()
            .map(e -> new HistoryEntry(e.id(), e.ordinal(), e.kind(), e.words(), e.by(), e.createdAt()))
            .toList(),
        baked,
        handedOff,
        kept.of(id).orElse(null),
        BroughtOrigins.proposed(models),
        StationFindings.of(models, groupsNow, baked, handedOff));
  }
}
