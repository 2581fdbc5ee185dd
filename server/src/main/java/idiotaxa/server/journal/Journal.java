package idiotaxa.server.journal;

import idiotaxa.core.group.Group;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.asset.HiddenFaceService;
import idiotaxa.server.asset.MeshCache;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.people.CurrentPerson;
import idiotaxa.server.web.ConflictException;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The journal's end and its cursor: what is done, undone and redone. */
@Service
public class Journal {
  private static final int MAX_WORDS = 300;

  private final AssetStore assets;
  private final RevisionStore revisions;
  private final JournalStore entries;
  private final FaceGroups faceGroups;
  private final MeshCache meshes;
  private final HiddenFaceService hidden;
  private final CurrentPerson people;

  public Journal(
      AssetStore assets,
      RevisionStore revisions,
      JournalStore entries,
      FaceGroups faceGroups,
      MeshCache meshes,
      HiddenFaceService hidden,
      CurrentPerson people) {
    this.people = people;
    this.assets = assets;
    this.revisions = revisions;
    this.entries = entries;
    this.faceGroups = faceGroups;
    this.meshes = meshes;
    this.hidden = hidden;
  }

  /**
   * Where the journal stands after a change.
   *
   * @param entryId the entry that was done last, 0 for none
   * @param claimedShare of the visible surface of the revision that was changed last, 0 … 1
   */
  public record State(int position, long entryId, int length, double claimedShare) {}

  /** Holds the asset until the transaction ends, so that changes come one after another. */
  public JournalStore.Cursor lock(long assetId) {
    assets.lock(assetId);
    return entries.cursor(assetId);
  }

  /** The last entry that is in force, 0 for none. */
  public long lastEntry(long assetId) {
    return entries.cursor(assetId).entryId();
  }

  /**
   * Adds an entry behind the present position; entries that were undone are dropped.
   *
   * @param revisionId null for all of the asset
   */
  @Transactional
  public State append(long assetId, Long revisionId, EntryKind kind, String words, byte[] claims) {
    return append(assetId, lock(assetId), revisionId, kind, words, claims);
  }

  /**
   * The same for one who holds the asset.
   *
   * @param last what {@link #lock} answered
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public State append(
      long assetId, JournalStore.Cursor last, Long revisionId, EntryKind kind, String words, byte[] claims) {
    int ordinal = last.position() + 1;
    if (revisionId != null) {
      checkCurrent(revisions.get(revisionId));
    }
    String shortWords = words.substring(0, Math.min(MAX_WORDS, words.length()));
    JournalStore.EntryHead entry =
        entries.append(assetId, revisionId, ordinal, kind.word(), shortWords, claims, people.get().accountId());
    assets.setJournalPosition(assetId, ordinal);
    double share = 0;
    for (long touched : touched(assetId, List.of(entry))) {
      share = keepShare(touched, faceGroups.idsAfter(assetId, touched, last.entryId(), entry, claims));
    }
    return new State(ordinal, entry.id(), ordinal, share);
  }

  /** Looked at after the lock: what arrives meanwhile takes over only claims that it has seen. */
  private static void checkCurrent(RevisionStore.RevisionRow revision) {
    if (!revision.isCurrent()) {
      throw new ConflictException(
          "%s, revision %s, has been replaced; sort the present one, or make this one current again."
              .formatted(revision.fileName(), revision.label()));
    }
  }

  /**
   * @param steps negative to undo, positive to redo; stops at either end
   * @param from the entry that was the last one when this was decided, 0 for none; null for whichever
   * @throws ConflictException when another is the last by now
   */
  @Transactional
  public State step(long assetId, int steps, Long from) {
    JournalStore.Cursor cursor = lock(assetId);
    if (from != null && from != cursor.entryId()) {
      String last =
          entries.words(assetId).stream()
              .filter(e -> e.id() == cursor.entryId())
              .map(e -> "the last step is “" + e.words() + "” now")
              .findFirst()
              .orElse("nothing is done now");
      throw new ConflictException(
          "The journal has gone on since you looked: " + last + ". Look at it, then step again.");
    }
    int position = cursor.position();
    long wanted = Math.max(0, Math.min(entries.length(assetId), (long) position + steps));
    int to = (int) wanted;
    return moveTo(assetId, to, Math.min(position, to) + 1, Math.max(position, to));
  }

  /** Moves the cursor and counts anew what the entries from first to last touch. */
  private State moveTo(long assetId, int position, int first, int last) {
    assets.setJournalPosition(assetId, position);
    long entryId = entries.cursor(assetId).entryId();
    double share = 0;
    for (long revisionId : touched(assetId, entries.between(assetId, first, last))) {
      share = countAnew(assetId, revisionId, entryId);
    }
    return new State(position, entryId, entries.length(assetId), share);
  }

  private Set<Long> touched(long assetId, List<JournalStore.EntryHead> steps) {
    Set<Long> out = new HashSet<>();
    for (JournalStore.EntryHead entry : steps) {
      if (entry.revisionId() != null) {
        if (revisions.get(entry.revisionId()).state().equals(RevisionStore.READY)) {
          out.add(entry.revisionId());
        }
      } else {
        revisions.list(assetId).stream()
            .filter(r -> r.state().equals(RevisionStore.READY))
            .forEach(r -> out.add(r.id()));
      }
    }
    return out;
  }

  /** Brings the share of a revision up to date. */
  @Transactional
  public void countAnew(long assetId, long revisionId) {
    countAnew(assetId, revisionId, lock(assetId).entryId());
  }

  /** Keeps and returns the share of a revision's visible surface that is claimed, 0 … 1. */
  private double countAnew(long assetId, long revisionId, long lastEntryId) {
    return keepShare(revisionId, faceGroups.ids(assetId, revisionId, lastEntryId));
  }

  /**
   * @param ids group of every face
   */
  private double keepShare(long revisionId, int[] ids) {
    double[] areas = meshes.get(revisionId).areas();
    BitSet unseen = hidden.of(revisionId);
    double all = 0;
    double claimed = 0;
    for (int f = 0; f < ids.length; f++) {
      double area = unseen.get(f) ? 0 : areas[f];
      all += area;
      claimed += ids[f] == Group.UNCLAIMED ? 0 : area;
    }
    double share = all == 0 ? 0 : claimed / all;
    revisions.setClaimedShare(revisionId, share);
    // From now on it counts what can be seen: nobody asks for a source's before it is sorted, nor for a copy's.
    if (claimed > 0) {
      hidden.ask(revisionId);
    }
    return share;
  }
}
