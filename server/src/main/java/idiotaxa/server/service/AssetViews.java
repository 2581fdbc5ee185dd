package idiotaxa.server.service;

import idiotaxa.core.group.Palette;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.mask.PickTolerance;
import idiotaxa.server.store.AssetStore;
import idiotaxa.server.store.BakeStore;
import idiotaxa.server.store.GroupStore;
import idiotaxa.server.store.HandoffStore;
import idiotaxa.server.store.HiddenFacesStore;
import idiotaxa.server.store.JournalStore;
import idiotaxa.server.store.LayoutStore;
import idiotaxa.server.store.PaletteStore;
import idiotaxa.server.store.PictureStore;
import idiotaxa.server.store.RevisionStore;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The state of assets as scripts and pages see it. */
@Component
public class AssetViews {
  private final RevisionStore revisions;
  private final GroupService groups;
  private final HiddenFacesStore hidden;
  private final JournalStore journal;
  private final BakeStore bakes;
  private final HandoffStore handoffs;
  private final LayoutStore layouts;
  private final PictureStore pictures;
  private final PaletteStore palettes;
  private final JsonMapper json;

  AssetViews(
      RevisionStore revisions,
      GroupService groups,
      HiddenFacesStore hidden,
      JournalStore journal,
      BakeStore bakes,
      HandoffStore handoffs,
      LayoutStore layouts,
      PictureStore pictures,
      PaletteStore palettes,
      JsonMapper json) {
    this.revisions = revisions;
    this.groups = groups;
    this.hidden = hidden;
    this.journal = journal;
    this.bakes = bakes;
    this.handoffs = handoffs;
    this.layouts = layouts;
    this.pictures = pictures;
    this.palettes = palettes;
    this.json = json;
  }

  public record Asset(
      long id,
      String name,
      int journalPosition,
      JsonNode sheetPlan,
      PaletteStore.PaletteRow palette,
      List<Picture> pictures,
      List<Revision> revisions,
      List<GroupInfo> groups,
      List<HistoryEntry> history,
      List<Bake> bakes,
      List<Handoff> handoffs) {}

  public record Revision(
      long id,
      String role,
      String label,
      String fileName,
      String state,
      String problem,
      double claimedShare,
      boolean isCurrent,
      int partEdits,
      JsonNode alignment,
      int geometryVersion,
      boolean hasLayout,
      boolean isHiddenKnown,
      Layout layout,
      JsonNode inspection) {}

  /** The automatic UV layout asked for last; coverage and share 0 … 1. */
  public record Layout(
      long id,
      String state,
      String doing,
      double share,
      String problem,
      int charts,
      double coverage) {}

  /** A reference picture; place of its upper left corner and width as shares of the stage. */
  public record Picture(long id, String name, double x, double y, double width) {}

  /**
   * Colours as #RRGGBB.
   *
   * @param safeTolerance largest colour distance with which a pick takes exactly this group, −1 when
   *     another group has the same colour
   */
  public record GroupInfo(
      long id,
      int number,
      String name,
      String color,
      List<String> keywords,
      int safeTolerance,
      boolean isLocked,
      boolean isOfPalette,
      int version) {}

  public record HistoryEntry(
      long id, int ordinal, String kind, String words, LocalDateTime createdAt) {}

  /**
   * A bake.
   *
   * @param groupNumbers numbers by the identity of groups as they were then, null when nobody kept them
   * @param areNumbersOld whether a group has another number now
   */
  public record Bake(
      long id,
      long targetId,
      List<Long> sourceIds,
      BakeSettings settings,
      JsonNode groupNumbers,
      boolean areNumbersOld,
      LocalDateTime createdAt,
      List<BakeSheet> sheets) {}

  public record BakeSheet(
      long id,
      String name,
      String state,
      String doing,
      double share,
      Double secondsLeft,
      String problem,
      boolean isReused,
      SheetResult result) {}

  public record Handoff(
      long id,
      long bakeId,
      String fileName,
      String state,
      String doing,
      double share,
      String problem,
      Long bytes,
      String sha256,
      JsonNode receipt,
      LocalDateTime createdAt) {}

  Asset of(AssetStore.AssetRow asset) {
    long id = asset.id();
    Set<Long> hiddenKnown = hidden.knownOf(id);
    Map<Long, Integer> numbers = groups.presentNumbers(id);
    return new Asset(
        id,
        asset.name(),
        asset.journalPosition(),
        asset.sheetPlan() == null ? null : json.readTree(asset.sheetPlan()),
        asset.paletteId() == null ? null : palettes.find(asset.paletteId()).orElse(null),
        pictures.list(id).stream()
            .map(p -> new Picture(p.id(), p.name(), p.place().x(), p.place().y(), p.place().width()))
            .toList(),
        revisions.list(id).stream().map(r -> revision(r, hiddenKnown)).toList(),
        groups(groups.list(id)),
        journal.words(id).stream()
            .map(e -> new HistoryEntry(e.id(), e.ordinal(), e.kind(), e.words(), e.createdAt()))
            .toList(),
        bakes.list(id).stream().map(b -> bake(b, numbers)).toList(),
        handoffs.list(id).stream().map(this::handoff).toList());
  }

  private Revision revision(RevisionStore.RevisionRow r, Set<Long> hiddenKnown) {
    return new Revision(
        r.id(),
        r.role(),
        r.label(),
        r.fileName(),
        r.state(),
        r.problem(),
        r.claimedShare(),
        r.isCurrent(),
        r.partEdits() == null ? 0 : json.readTree(r.partEdits()).size(),
        r.alignment() == null ? null : json.readTree(r.alignment()),
        r.geometryVersion(),
        r.uvBlobId() != null,
        hiddenKnown.contains(r.id()),
        layouts.findNewest(r.id()).map(AssetViews::layout).orElse(null),
        r.inspection() == null ? null : json.readTree(r.inspection()));
  }

  private static Layout layout(LayoutStore.LayoutRow l) {
    return new Layout(
        l.id(), l.state(), l.doing(), l.share(), l.problem(), l.chartCount(), l.coverage());
  }

  private static List<GroupInfo> groups(List<GroupStore.GroupRow> rows) {
    Palette palette =
        new Palette("asset", rows.stream().map(GroupStore.GroupRow::group).toList());
    return rows.stream().map(row -> group(row, palette)).toList();
  }

  private static GroupInfo group(GroupStore.GroupRow row, Palette palette) {
    return new GroupInfo(
        row.id(),
        row.group().number(),
        row.group().name(),
        Rgb.toHex(row.group().color()),
        row.group().keywords(),
        PickTolerance.largestSafe(row.group(), palette),
        row.isLocked(),
        row.paletteGroupId() != null,
        row.version());
  }

  private Bake bake(BakeStore.BakeRow b, Map<Long, Integer> numbers) {
    return new Bake(
        b.id(),
        b.targetId(),
        b.sourceIds(),
        json.readValue(b.settings(), BakeSettings.class),
        b.groupNumbers() == null ? null : json.readTree(b.groupNumbers()),
        groups.areNumbersOld(b, numbers),
        b.createdAt(),
        bakes.sheets(b.id()).stream().map(this::sheet).toList());
  }

  private BakeSheet sheet(BakeStore.SheetRow s) {
    SheetResult result =
        s.report() == null ? null : json.readValue(s.report(), SheetResult.class);
    return new BakeSheet(
        s.id(),
        s.name(),
        s.state(),
        s.doing(),
        s.share(),
        s.secondsLeft(),
        s.problem(),
        s.isReused(),
        result);
  }

  private Handoff handoff(HandoffStore.HandoffRow h) {
    return new Handoff(
        h.id(),
        h.bakeId(),
        h.fileName(),
        h.state(),
        h.doing(),
        h.share(),
        h.problem(),
        h.bytes(),
        h.sha256(),
        h.receipt() == null ? null : json.readTree(h.receipt()),
        h.createdAt());
  }
}
