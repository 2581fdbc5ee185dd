package idiotaxa.server.api;

import idiotaxa.core.group.Palette;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.mask.PickTolerance;
import idiotaxa.server.service.AssetService.AssetState;
import idiotaxa.server.service.AssetService.BakeState;
import idiotaxa.server.service.BakeSettings;
import idiotaxa.server.service.SheetResult;
import idiotaxa.server.store.BakeStore;
import idiotaxa.server.store.GroupStore;
import idiotaxa.server.store.HandoffStore;
import idiotaxa.server.store.RevisionStore;
import java.time.LocalDateTime;
import java.util.List;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The state of an asset as the API gives it. */
@Component
class AssetView {
  private final JsonMapper json;

  AssetView(JsonMapper json) {
    this.json = json;
  }

  record Asset(
      long id,
      String name,
      int journalPosition,
      List<Revision> revisions,
      List<GroupInfo> groups,
      List<HistoryEntry> history,
      List<Bake> bakes,
      List<Handoff> handoffs) {}

  record Revision(
      long id,
      String role,
      String label,
      String fileName,
      String state,
      String problem,
      double claimedShare,
      boolean isCurrent,
      JsonNode inspection) {}

  /**
   * Colours as #RRGGBB.
   *
   * @param safeTolerance largest colour distance with which a pick takes exactly this group, −1 when
   *     another group has the same colour
   */
  record GroupInfo(
      long id,
      int number,
      String name,
      String color,
      List<String> keywords,
      int safeTolerance,
      int version) {}

  record HistoryEntry(
      long id, int ordinal, String kind, String words, LocalDateTime createdAt) {}

  record Bake(
      long id,
      long targetId,
      Long sourceId,
      BakeSettings settings,
      LocalDateTime createdAt,
      List<BakeSheet> sheets) {}

  record BakeSheet(
      long id, String name, String state, String doing, double share, String problem,
      SheetResult result) {}

  record Handoff(
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

  Asset of(AssetState state) {
    return new Asset(
        state.asset().id(),
        state.asset().name(),
        state.asset().journalPosition(),
        state.revisions().stream().map(this::revision).toList(),
        groups(state.groups()),
        state.history().stream()
            .map(e -> new HistoryEntry(e.id(), e.ordinal(), e.kind(), e.words(), e.createdAt()))
            .toList(),
        state.bakes().stream().map(this::bake).toList(),
        state.handoffs().stream().map(this::handoff).toList());
  }

  private Revision revision(RevisionStore.RevisionRow r) {
    return new Revision(
        r.id(),
        r.role(),
        r.label(),
        r.fileName(),
        r.state(),
        r.problem(),
        r.claimedShare(),
        r.isCurrent(),
        r.inspection() == null ? null : json.readTree(r.inspection()));
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
        row.version());
  }

  private Bake bake(BakeState state) {
    BakeStore.BakeRow b = state.bake();
    return new Bake(
        b.id(),
        b.targetId(),
        b.sourceId(),
        json.readValue(b.settings(), BakeSettings.class),
        b.createdAt(),
        state.sheets().stream().map(this::sheet).toList());
  }

  private BakeSheet sheet(BakeStore.SheetRow s) {
    SheetResult result =
        s.report() == null ? null : json.readValue(s.report(), SheetResult.class);
    return new BakeSheet(
        s.id(), s.name(), s.state(), s.doing(), s.share(), s.problem(), result);
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
