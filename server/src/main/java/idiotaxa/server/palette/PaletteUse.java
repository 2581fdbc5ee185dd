package idiotaxa.server.palette;

import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.group.GroupStore;
import idiotaxa.server.group.GroupStore.GroupRow;
import idiotaxa.server.palette.PaletteStore.PaletteGroupRow;
import idiotaxa.server.people.Access;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Lets assets use palettes: their groups follow the palette's, and own ones stay beside them. */
@Service
public class PaletteUse {
  private final AssetStore assets;
  private final PaletteStore palettes;
  private final GroupStore groups;
  private final GroupService groupService;
  private final Access access;

  public PaletteUse(
      AssetStore assets, PaletteStore palettes, GroupStore groups, GroupService groupService, Access access) {
    this.access = access;
    this.assets = assets;
    this.palettes = palettes;
    this.groups = groups;
    this.groupService = groupService;
  }

  /**
   * Chooses the palette of an asset. Groups of the same name become the palette's; the others stay as
   * they are, under another number where the palette needs theirs.
   *
   * @param version of the asset that this is based on
   * @param paletteId null for none: then all groups are the asset's own
   */
  @Transactional
  public void choose(long assetId, int version, Long paletteId) {
    assets.lock(assetId, version);
    choose(assetId, paletteId);
  }

  /** The same whatever the asset has become meanwhile. */
  @Transactional
  public void choose(long assetId, Long paletteId) {
    assets.lock(assetId);
    if (paletteId != null) {
      access.requireInShowOf(assetId, "palettes", paletteId);
    }
    groups.list(assetId).forEach(g -> groups.unfollow(g.id()));
    assets.setPalette(assetId, paletteId);
    if (paletteId != null) {
      follow(assetId, paletteId);
    }
  }

  /** Brings the groups of an asset up to date with its palette. */
  @Transactional
  public void follow(long assetId, long paletteId) {
    assets.lock(assetId);
    List<PaletteGroupRow> wanted = palettes.groups(paletteId);
    Map<Long, GroupRow> followers = followers(assetId, wanted);
    List<GroupRow> own = new ArrayList<>(groups.list(assetId));
    own.removeAll(followers.values());
    // Followers step aside first, so that numbers can be exchanged; they are not read meanwhile.
    followers.values().forEach(row -> groups.setNumber(row.id(), -row.group().number()));
    makeRoom(own, wanted);
    for (PaletteGroupRow w : wanted) {
      GroupRow row = followers.get(w.id());
      long id = row != null ? row.id() : groups.create(assetId, w.group());
      groups.follow(id, w.group(), w.id());
    }
  }

  /** Own groups whose numbers the palette needs get numbers behind all others. */
  private void makeRoom(List<GroupRow> own, List<PaletteGroupRow> wanted) {
    Set<Integer> taken = new HashSet<>();
    wanted.forEach(w -> taken.add(w.group().number()));
    int last = taken.stream().mapToInt(Integer::intValue).max().orElse(0);
    last = Math.max(last, own.stream().mapToInt(g -> g.group().number()).max().orElse(0));
    for (GroupRow row : own) {
      if (taken.contains(row.group().number())) {
        groups.setNumber(row.id(), ++last);
      }
    }
  }

  /**
   * Groups that follow a group of the palette already, or will because they have its name. Those whose
   * group has left the palette become the asset's own.
   */
  private Map<Long, GroupRow> followers(long assetId, List<PaletteGroupRow> wanted) {
    Set<Long> there = new HashSet<>();
    wanted.forEach(w -> there.add(w.id()));
    Map<Long, GroupRow> followers = new HashMap<>();
    Map<String, GroupRow> free = new HashMap<>();
    for (GroupRow row : groups.list(assetId)) {
      // One that was merged into another follows on: it comes back by undo, and never twice.
      if (row.paletteGroupId() != null && there.contains(row.paletteGroupId())) {
        followers.put(row.paletteGroupId(), row);
      } else {
        groups.unfollow(row.id());
      }
    }
    for (GroupRow row : groupService.list(assetId)) {
      if (!followers.containsValue(row)) {
        free.putIfAbsent(row.group().name().toLowerCase(Locale.ROOT), row);
      }
    }
    for (PaletteGroupRow w : wanted) {
      GroupRow row = free.get(w.group().name().toLowerCase(Locale.ROOT));
      if (row != null && !followers.containsKey(w.id())) {
        followers.put(w.id(), row);
      }
    }
    return followers;
  }
}
