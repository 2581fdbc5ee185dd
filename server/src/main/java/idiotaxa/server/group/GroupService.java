package idiotaxa.server.group;

import idiotaxa.core.group.ColorProposer;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Look;
import idiotaxa.core.group.Palette;
import idiotaxa.core.group.ReadyLooks;
import idiotaxa.core.map.SheetImages;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.group.GroupStore.GroupRow;
import idiotaxa.server.journal.ClaimSet;
import idiotaxa.server.journal.EntryKind;
import idiotaxa.server.journal.FaceGroups;
import idiotaxa.server.journal.GroupMerge;
import idiotaxa.server.journal.Journal;
import idiotaxa.server.journal.JournalStore;
import idiotaxa.server.web.ConflictException;
import idiotaxa.server.web.NotFoundException;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Groups of an asset. */
@Service
public class GroupService {
  private final AssetStore assets;
  private final GroupStore groups;
  private final JournalStore entries;
  private final Journal journal;
  private final FaceGroups faceGroups;

  public GroupService(
      AssetStore assets,
      GroupStore groups,
      JournalStore entries,
      Journal journal,
      FaceGroups faceGroups) {
    this.assets = assets;
    this.groups = groups;
    this.entries = entries;
    this.journal = journal;
    this.faceGroups = faceGroups;
  }

  /** In the order of their numbers, without those that were merged into others. */
  public List<GroupRow> list(long assetId) {
    Set<Long> merged = new HashSet<>();
    for (byte[] packed : entries.inForceForAll(assetId, journal.lastEntry(assetId))) {
      merged.add(GroupMerge.unpack(packed).from());
    }
    return groups.list(assetId).stream().filter(g -> !merged.contains(g.id())).toList();
  }

  /**
   * @throws NotFoundException when the asset has no such group, or has it no more
   */
  public GroupRow row(long assetId, long groupId) {
    return list(assetId).stream()
        .filter(g -> g.id() == groupId)
        .findFirst()
        .orElseThrow(() -> new NotFoundException("group of this asset", groupId));
  }

  /**
   * @throws NotFoundException when the asset has no such group
   */
  public void check(long assetId, long groupId) {
    row(assetId, groupId);
  }

  public List<Integer> numbers(long assetId) {
    return list(assetId).stream().map(g -> g.group().number()).toList();
  }

  /** The asset's groups as a palette. */
  public Palette palette(long assetId, String name) {
    return new Palette(name, list(assetId).stream().map(GroupRow::group).toList());
  }

  /** Numbers by the identity of groups, of merged ones too. */
  public Map<Long, Integer> presentNumbers(long assetId) {
    Map<Long, Integer> numbers = new HashMap<>();
    groups.list(assetId).forEach(g -> numbers.put(g.id(), g.group().number()));
    return numbers;
  }

  /** Every group that the asset has or had, merged ones too, in the order of their numbers. */
  public List<GroupRow> listWithMerged(long assetId) {
    return groups.list(assetId);
  }

  /** Group number of every face of a revision as the journal stands; 0 is unclaimed. */
  public int[] faceNumbers(long assetId, long revisionId) {
    return numbers(assetId, faceGroups.ids(assetId, revisionId, journal.lastEntry(assetId)));
  }

  /** The same of every corner; empty where every face has one group. */
  public Optional<int[]> cornerNumbers(long assetId, long revisionId) {
    return faceGroups.cornerIds(assetId, revisionId, journal.lastEntry(assetId)).map(ids -> numbers(assetId, ids));
  }

  private int[] numbers(long assetId, int[] ids) {
    Map<Long, Integer> numbers = presentNumbers(assetId);
    Arrays.setAll(ids, i -> numbers.getOrDefault((long) ids[i], Group.UNCLAIMED));
    return ids;
  }

  /**
   * @param color null for a proposed one, far from the others
   */
  @Transactional
  public long create(long assetId, String name, Integer color) {
    journal.lock(assetId);
    int chosen = color != null ? color : proposeColors(assetId, 1)[0];
    Group group = Group.of(freeNumber(assetId), name, chosen);
    return groups.create(assetId, group.withLook(ReadyLooks.of(name, List.of(), chosen)));
  }

  /** One that no group has or had: a group that was merged comes back by undo. */
  public int freeNumber(long assetId) {
    return groups.list(assetId).stream().mapToInt(g -> g.group().number()).max().orElse(0) + 1;
  }

  /** ID colours far from those that the asset has and from the background, 0xRRGGBB. */
  public int[] proposeColors(long assetId, int count) {
    IntStream present = list(assetId).stream().mapToInt(g -> g.group().color());
    int[] locked = IntStream.concat(IntStream.of(SheetImages.BACKGROUND), present).toArray();
    return ColorProposer.propose(locked, count);
  }

  /** What to change about a group; empty values stay. */
  public record Change(
      Optional<String> name,
      Optional<Integer> color,
      Optional<List<String>> keywords,
      Optional<Boolean> isLocked) {
    /** Not only about its drawer. */
    boolean isAboutTheGroup() {
      return name.isPresent() || color.isPresent() || keywords.isPresent();
    }
  }

  private static void checkOwn(GroupRow row) {
    if (row.paletteGroupId() != null) {
      throw new ConflictException(
          row.group().name()
              + " is the palette's, for every asset that uses it; change it in the palette.");
    }
  }

  /**
   * @throws ConflictException when somebody else changed the group meanwhile
   */
  @Transactional
  public void change(long assetId, long groupId, int version, Change change) {
    journal.lock(assetId);
    GroupRow row = row(assetId, groupId);
    Group old = row.group();
    if (change.isAboutTheGroup()) {
      checkOwn(row);
    }
    Group changed =
        new Group(
            old.number(),
            change.name().orElse(old.name()),
            change.color().orElse(old.color()),
            change.keywords().orElse(old.keywords()),
            old.look());
    if (!groups.update(groupId, version, changed, change.isLocked().orElse(row.isLocked()))) {
      throw changed(old);
    }
  }

  /**
   * Gives one of the asset's own groups another look.
   *
   * @throws ConflictException when somebody else changed the group meanwhile
   */
  @Transactional
  public void changeLook(long assetId, long groupId, int version, Look look) {
    journal.lock(assetId);
    GroupRow row = row(assetId, groupId);
    checkOwn(row);
    if (!groups.update(groupId, version, row.group().withLook(look), row.isLocked())) {
      throw changed(row.group());
    }
  }

  private static ConflictException changed(Group group) {
    return new ConflictException(
        "The group " + group.name() + " was changed by somebody else; look at it again.");
  }

  /** Gives two groups each other's number. */
  @Transactional
  public void swapNumbers(long assetId, long one, long other) {
    groups.swapNumbers(lockOwn(assetId, one), lockOwn(assetId, other));
  }

  /** Gives two groups each other's ID colour. */
  @Transactional
  public void swapColors(long assetId, long one, long other) {
    GroupRow first = lockOwn(assetId, one);
    GroupRow second = lockOwn(assetId, other);
    recolor(first, second.group().color());
    recolor(second, first.group().color());
  }

  private GroupRow lockOwn(long assetId, long groupId) {
    assets.lock(assetId);
    GroupRow row = row(assetId, groupId);
    checkOwn(row);
    return row;
  }

  private void recolor(GroupRow row, int color) {
    groups.update(row.id(), row.version(), row.group().withColor(color), row.isLocked());
  }

  /**
   * Empties a group into another one, on every revision, and takes it off the asset; one step to undo.
   *
   * @param into 0 for the unclaimed drawer
   */
  @Transactional
  public Journal.State merge(long assetId, long from, long into) {
    journal.lock(assetId);
    GroupRow group = row(assetId, from);
    if (from == into) {
      throw new IllegalArgumentException("A group is not merged into itself.");
    }
    if (group.isLocked()) {
      throw new ConflictException(group.group().name() + " is locked; unlock it first.");
    }
    String words =
        into == ClaimSet.UNCLAIMED
            ? group.group().name() + " removed"
            : group.group().name() + " merged into " + row(assetId, into).group().name();
    return journal.append(
        assetId, null, EntryKind.MERGE, words, new GroupMerge(from, into).pack());
  }
}
