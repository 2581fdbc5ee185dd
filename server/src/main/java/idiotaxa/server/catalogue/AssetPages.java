package idiotaxa.server.catalogue;

import idiotaxa.core.check.OpenFindings;
import idiotaxa.core.check.ModelInspection;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.catalogue.AssetPageStore.LastBake;
import idiotaxa.server.catalogue.AssetPageStore.LastHandoff;
import idiotaxa.server.catalogue.AssetPageStore.ModelRow;
import idiotaxa.server.group.GroupViews;
import idiotaxa.server.handoff.HandoffViews;
import idiotaxa.server.people.Access;
import java.time.LocalDateTime;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** The catalogue, a page at a time: as much of each asset as a card shows. */
@Component
public class AssetPages {
  private static final int MOST = 200;

  private final AssetPageStore store;
  private final GroupViews groups;
  private final HandoffViews handoffs;
  private final Access access;
  private final JsonMapper json;

  AssetPages(AssetPageStore store, GroupViews groups, HandoffViews handoffs, Access access, JsonMapper json) {
    this.store = store;
    this.groups = groups;
    this.handoffs = handoffs;
    this.access = access;
    this.json = json;
  }

  /**
   * A page of the catalogue.
   *
   * @param total how many assets there are on all pages together
   * @param page 0 for the first
   * @param size most assets of a page
   */
  public record AssetPage(List<Summary> assets, int total, int page, int size) {}

  /**
   * An asset as a card shows it.
   *
   * @param showId the show that it belongs to
   * @param version to be given back with another name
   * @param shownRevision the model that is sorted furthest, null while there is none
   * @param claimedShare of its visible surface, 0 … 1
   * @param entryId the last step in force, 0 for none: the picture is another one when this is
   * @param lastBakeAt UTC, null for none
   * @param lastHandoffAt UTC, null for none
   * @param open how many things need a look at each station
   */
  public record Summary(
      long id,
      String name,
      long showId,
      int version,
      Long shownRevision,
      double claimedShare,
      long entryId,
      LocalDateTime lastBakeAt,
      LocalDateTime lastHandoffAt,
      StationFindings open) {}

  /**
   * @param search part of the name, empty for all
   * @param show number of the only show that is wanted, null for all that one sees
   * @param page 0 for the first
   * @param size 1 to 200
   * @throws IllegalArgumentException for a page or an order that cannot be
   */
  @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
  public AssetPage page(String search, Long show, String order, int page, int size) {
    if (size < 1 || size > MOST || page < 0) {
      throw new IllegalArgumentException("size: 1 to " + MOST + " assets a page; page: 0 for the first.");
    }
    AssetPageStore.Wanted wanted = new AssetPageStore.Wanted(search.strip(), wantedShows(show));
    List<AssetPageStore.AssetRow> rows = store.page(wanted, CatalogueOrder.of(order), page, size);
    List<Long> ids = rows.stream().map(AssetPageStore.AssetRow::id).toList();
    Map<Long, List<ModelRow>> models = store.models(ids);
    Map<Long, LastBake> bakes = store.lastBakes(ids);
    Map<Long, LastHandoff> handedOff = store.lastHandoffs(ids);
    List<Summary> summaries =
        rows.stream()
            .map(a -> summary(a, models.getOrDefault(a.id(), List.of()), bakes.get(a.id()), handedOff.get(a.id())))
            .toList();
    return new AssetPage(summaries, store.count(wanted), page, size);
  }

  private Collection<Long> wantedShows(Long show) {
    Set<Long> seen = access.shows();
    if (show == null) {
      return seen;
    }
    return seen == null || seen.contains(show) ? Set.of(show) : Set.of();
  }

  private Summary summary(AssetPageStore.AssetRow asset, List<ModelRow> models, LastBake bake, LastHandoff handoff) {
    List<ModelRow> current = models.stream().filter(ModelRow::isCurrent).toList();
    ModelRow shown =
        current.stream()
            .max(
                Comparator.comparingDouble(ModelRow::claimedShare)
                    .thenComparing(m -> m.role().equals(RevisionStore.TARGET)))
            .orElse(null);
    boolean isLastRefused = !models.isEmpty() && models.get(models.size() - 1).state().equals(RevisionStore.REFUSED);
    boolean hasTarget = current.stream().anyMatch(m -> m.role().equals(RevisionStore.TARGET));
    StationFindings open =
        new StationFindings(
            current.stream().mapToInt(this::openFindings).sum() + (isLastRefused ? 1 : 0),
            hasTarget && shown.claimedShare() < 1 ? 1 : 0,
            bake == null ? 0 : bake.flawed(),
            (int) groups.list(asset.id()).stream().filter(g -> g.safeTolerance() < 0).count(),
            handoff != null && handoffs.isRefused(handoff.receipt()) ? 1 : 0);
    return new Summary(
        asset.id(),
        asset.name(),
        asset.showId(),
        asset.version(),
        shown == null ? null : shown.id(),
        shown == null ? 0 : shown.claimedShare(),
        asset.entryId(),
        bake == null ? null : bake.createdAt(),
        handoff == null ? null : handoff.createdAt(),
        open);
  }

  private int openFindings(ModelRow model) {
    if (model.openFindings() != null) {
      return model.openFindings();
    }
    return model.inspection() == null
        ? 0
        : OpenFindings.count(
            json.readValue(model.inspection(), ModelInspection.class), model.role().equals(RevisionStore.SOURCE));
  }
}
