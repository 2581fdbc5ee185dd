package idiotaxa.server.service;

import idiotaxa.server.store.AssetStore;
import idiotaxa.server.store.BakeStore;
import idiotaxa.server.store.GroupStore;
import idiotaxa.server.store.HandoffStore;
import idiotaxa.server.store.JournalStore;
import idiotaxa.server.store.RevisionStore;
import java.util.List;
import org.springframework.stereotype.Service;

/** Assets as a whole: the catalogue, and the state of one asset in one piece. */
@Service
public class AssetService {
  private static final int MAX_NAME_LENGTH = 120;

  private final AssetStore assets;
  private final RevisionStore revisions;
  private final BakeStore bakes;
  private final HandoffStore handoffs;
  private final GroupService groups;
  private final ClaimService claims;

  public AssetService(
      AssetStore assets,
      RevisionStore revisions,
      BakeStore bakes,
      HandoffStore handoffs,
      GroupService groups,
      ClaimService claims) {
    this.assets = assets;
    this.revisions = revisions;
    this.bakes = bakes;
    this.handoffs = handoffs;
    this.groups = groups;
    this.claims = claims;
  }

  /** A bake with its sheets. */
  public record BakeState(BakeStore.BakeRow bake, List<BakeStore.SheetRow> sheets) {}

  /** All that belongs to an asset, without meshes and maps. */
  public record AssetState(
      AssetStore.AssetRow asset,
      List<RevisionStore.RevisionRow> revisions,
      List<GroupStore.GroupRow> groups,
      List<JournalStore.EntryWords> history,
      List<BakeState> bakes,
      List<HandoffStore.HandoffRow> handoffs) {}

  public long create(String name) {
    if (name == null || name.isBlank() || name.length() > MAX_NAME_LENGTH) {
      throw new IllegalArgumentException(
          "An asset's name needs 1 to " + MAX_NAME_LENGTH + " characters.");
    }
    return assets.create(name.strip());
  }

  public List<AssetState> list() {
    return assets.list().stream().map(this::state).toList();
  }

  public AssetState get(long id) {
    return state(assets.find(id).orElseThrow(() -> new NotFoundException("asset", id)));
  }

  private AssetState state(AssetStore.AssetRow asset) {
    return new AssetState(
        asset,
        revisions.list(asset.id()),
        groups.list(asset.id()),
        claims.history(asset.id()),
        bakes.list(asset.id()).stream()
            .map(b -> new BakeState(b, bakes.sheets(b.id())))
            .toList(),
        handoffs.list(asset.id()));
  }
}
