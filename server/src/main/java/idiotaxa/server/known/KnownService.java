package idiotaxa.server.known;

import idiotaxa.core.group.Group;
import idiotaxa.core.group.Look;
import idiotaxa.core.group.ReadyLooks;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.known.KnownGroup;
import idiotaxa.core.known.KnownKind;
import idiotaxa.core.known.KnownPalette;
import idiotaxa.core.known.KnownSort;
import idiotaxa.core.known.Seen;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import idiotaxa.server.asset.CachedMesh;
import idiotaxa.server.asset.FaceRanges;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.group.GroupStore;
import idiotaxa.server.journal.ClaimSet;
import idiotaxa.server.journal.EntryKind;
import idiotaxa.server.journal.FaceGroups;
import idiotaxa.server.journal.Journal;
import idiotaxa.server.journal.JournalStore;
import idiotaxa.server.people.Access;
import idiotaxa.server.web.ConflictException;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What the studio knows of a model's pieces, and keeping it. */
@Service
public class KnownService {
  private final RevisionStore revisions;
  private final MeshCache meshes;
  private final GroupService groups;
  private final GroupStore groupStore;
  private final FaceGroups faceGroups;
  private final Journal journal;
  private final KnownStore store;
  private final KnownMemory memory;
  private final Access access;

  KnownService(
      RevisionStore revisions,
      MeshCache meshes,
      GroupService groups,
      GroupStore groupStore,
      FaceGroups faceGroups,
      Journal journal,
      KnownStore store,
      KnownMemory memory,
      Access access) {
    this.revisions = revisions;
    this.meshes = meshes;
    this.groups = groups;
    this.groupStore = groupStore;
    this.faceGroups = faceGroups;
    this.journal = journal;
    this.store = store;
    this.memory = memory;
    this.access = access;
  }

  /**
   * An asset where a piece was seen.
   *
   * @param revisionId of a model of it that has such pieces
   */
  public record Place(long assetId, long revisionId, String name) {}

  /**
   * A group that a kind of piece was seen in.
   *
   * @param key what tells groups of different palettes to be one
   * @param groupId of this asset, null where it has none like it; keeping makes one
   * @param number of this asset's group, else that which it had where it was seen
   * @param places assets where it was seen, each once
   */
  public record Option(String key, Long groupId, int number, String name, String color, int pieces, List<Place> places) {}

  /**
   * Alike pieces of the model that are known.
   *
   * @param face the first of the first piece; names the row
   * @param pieces how many
   * @param faceRanges pairs of first and one past the last face, all of them
   * @param unclaimed faces that no group has yet; others are left as they are
   * @param isSure whether all were seen in one group, as good as always
   * @param isInAnotherSize whether only a larger or smaller one is known
   * @param options groups that they were seen in, the most frequent first
   */
  public record Row(
      int face, int pieces, int[] faceRanges, int unclaimed, boolean isSure, boolean isInAnotherSize, List<Option> options) {}

  /**
   * @param pieces of the model
   * @param words how many are known, in a sentence
   */
  public record KnownView(int pieces, String words, List<Row> rows) {}

  /** What was found, with the places by their numbers. */
  public record Found(KnownSort sort, Map<String, Place> places) {
    /** How many are known, in a sentence. */
    public String words() {
      return sort.words();
    }
  }

  /** Looks a model's pieces up; takes a while for a large one. */
  public Found find(long assetId, long revisionId) {
    CachedMesh cached = meshes.get(revisions.getReady(assetId, revisionId).id());
    long showId = access.showOf(assetId);
    Map<String, Place> places = new HashMap<>();
    KnownSort sort =
        KnownSort.of(
            cached.mesh(),
            cached.pieces(),
            cached.alike(),
            kinds -> seen(kinds, showId, revisionId, places),
            memory.pieces(),
            Parallel.cores(),
            Progress.NONE);
    return new Found(sort, places);
  }

  private Function<KnownKind, List<Seen>> seen(
      List<KnownKind> kinds, long showId, long revisionId, Map<String, Place> places) {
    Map<Long, List<Seen>> ofKind = new HashMap<>();
    List<Long> ids = kinds.stream().map(KnownKind::id).toList();
    for (KnownStore.SeenRow row : store.seen(ids, access.shows(), showId, revisionId)) {
      String asset = Long.toString(row.assetId());
      places.put(asset, new Place(row.assetId(), row.revisionId(), row.asset()));
      List<String> keywords = row.keywords().lines().filter(w -> !w.isBlank()).toList();
      KnownGroup group = new KnownGroup("", row.number(), row.name(), row.color(), keywords);
      ofKind.computeIfAbsent(row.kindId(), k -> new ArrayList<>()).add(new Seen(group, asset, row.pieces()));
    }
    return kind -> ofKind.getOrDefault(kind.id(), List.of());
  }

  public KnownView view(long assetId, long revisionId) {
    Found found = find(assetId, revisionId);
    List<GroupStore.GroupRow> present = groups.list(assetId);
    KnownPalette palette = palette(present);
    int[] held = faceGroups.ids(assetId, revisionId, journal.lastEntry(assetId));
    List<Row> rows = new ArrayList<>();
    for (KnownSort.Answer answer : found.sort.answers()) {
      BitSet faces = faces(found, answer);
      int unclaimed = (int) faces.stream().filter(f -> held[f] == ClaimSet.UNCLAIMED).count();
      List<Option> options = answer.options().stream().map(o -> option(o, palette, present, found.places)).toList();
      rows.add(
          new Row(
              faces.nextSetBit(0),
              answer.pieces().length,
              FaceRanges.of(faces),
              unclaimed,
              answer.sure().isPresent(),
              answer.isInAnotherSize(),
              options));
    }
    return new KnownView(found.sort.pieces().count(), found.words(), rows);
  }

  private static KnownPalette palette(List<GroupStore.GroupRow> present) {
    return new KnownPalette("", present.stream().map(GroupStore.GroupRow::group).toList());
  }

  private static Option option(
      KnownSort.Option option, KnownPalette palette, List<GroupStore.GroupRow> present, Map<String, Place> places) {
    KnownGroup known = option.group();
    Optional<Group> own = palette.find(known);
    Long id =
        own.flatMap(group -> present.stream().filter(row -> row.group().number() == group.number()).findFirst())
            .map(GroupStore.GroupRow::id)
            .orElse(null);
    return new Option(
        known.key(),
        id,
        own.map(Group::number).orElse(known.number()),
        own.map(Group::name).orElse(known.name()),
        Rgb.toHex(own.map(Group::color).orElse(known.color())),
        option.pieces(),
        option.assets().stream().map(places::get).toList());
  }

  private static BitSet faces(Found found, KnownSort.Answer answer) {
    BitSet faces = new BitSet();
    for (int face : found.sort.faces(answer)) {
      faces.set(face);
    }
    return faces;
  }

  /**
   * Claims known pieces as one entry of the journal; faces that have a group already keep it.
   *
   * @param found looked up before, since nobody is to wait for it
   * @param choices key of the group of every row by its face; null for all that is sure
   * @throws ConflictException when nothing is left to claim
   */
  @Transactional
  public Journal.State keep(long assetId, long revisionId, Found found, Map<Integer, String> choices) {
    JournalStore.Cursor last = journal.lock(assetId);
    int[] held = faceGroups.ids(assetId, revisionId, last.entryId());
    if (held.length != found.sort.pieces().ofFace().length) {
      throw new ConflictException("The model has changed meanwhile; look again.");
    }
    Map<String, Long> idOfKey = new HashMap<>();
    Map<Long, BitSet> claims = new TreeMap<>();
    int pieces = 0;
    for (KnownSort.Answer answer : found.sort.answers()) {
      BitSet faces = faces(found, answer);
      String key =
          choices == null ? answer.sure().map(KnownGroup::key).orElse(null) : choices.get(faces.nextSetBit(0));
      KnownGroup group =
          answer.options().stream().map(KnownSort.Option::group).filter(g -> g.key().equals(key)).findFirst().orElse(null);
      faces.stream().filter(f -> held[f] != ClaimSet.UNCLAIMED).forEach(faces::clear);
      if (group != null && !faces.isEmpty()) {
        claims.computeIfAbsent(idOfKey.computeIfAbsent(key, k -> groupOf(assetId, group)), g -> new BitSet()).or(faces);
        pieces += answer.pieces().length;
      }
    }
    if (claims.isEmpty()) {
      throw new ConflictException("Nothing that is known is left without a group.");
    }
    String words = pieces + (pieces == 1 ? " known piece" : " known pieces") + " → " + claims.size() + (claims.size() == 1 ? " group" : " groups");
    Map<Long, RoaringBitmap> set = new LinkedHashMap<>();
    claims.forEach((group, faces) -> set.put(group, FaceRanges.bitmap(faces)));
    return journal.append(assetId, last, revisionId, EntryKind.HAND, words, new ClaimSet(set).pack());
  }

  /** The asset's group that is meant; made where there is none. */
  private long groupOf(long assetId, KnownGroup known) {
    List<GroupStore.GroupRow> present = groups.list(assetId);
    Optional<Group> own = palette(present).find(known);
    if (own.isPresent()) {
      return present.stream().filter(row -> row.group().number() == own.get().number()).findFirst().orElseThrow().id();
    }
    boolean isFree = present.stream().noneMatch(row -> row.group().color() == known.color());
    int color = isFree ? known.color() : groups.proposeColors(assetId, 1)[0];
    Look look = ReadyLooks.of(known.name(), known.keywords(), color);
    Group made = new Group(groups.freeNumber(assetId), known.name(), color, known.keywords(), look);
    return groupStore.create(assetId, made);
  }

  /**
   * Never proposes a group for some kinds again, in the show of an asset.
   *
   * @param named faces that name the rows
   * @throws ConflictException when none of them is known any more
   */
  @Transactional
  public void refuse(long assetId, Found found, Set<Integer> named, String key) {
    long show = access.showOf(assetId);
    List<KnownSort.Answer> meant =
        found.sort.answers().stream().filter(answer -> named.contains(faces(found, answer).nextSetBit(0))).toList();
    if (meant.isEmpty()) {
      throw new ConflictException("These pieces are no longer known.");
    }
    meant.forEach(answer -> answer.kindIds().forEach(kind -> store.refuse(kind, show, key)));
  }
}
