package idiotaxa.server.life;

import idiotaxa.server.IdiotaxaProperties;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.people.Access;
import idiotaxa.server.web.ConflictException;
import idiotaxa.server.web.NotFoundException;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Puts things into the trash, takes them back, and removes them for good. */
@Service
public class TrashService {
  private static final int MOST_SHOWN = 1000;
  private static final String REMOVED = "This model was removed for good: its files are gone. Bring the model in again.";

  private final TrashStore trash;
  private final RemovalStore removals;
  private final AssetStore assets;
  private final Access access;
  private final Clock clock;
  private final IdiotaxaProperties properties;

  TrashService(
      TrashStore trash,
      RemovalStore removals,
      AssetStore assets,
      Access access,
      Clock clock,
      IdiotaxaProperties properties) {
    this.trash = trash;
    this.removals = removals;
    this.assets = assets;
    this.access = access;
    this.clock = clock;
    this.properties = properties;
  }

  /**
   * Something in the trash.
   *
   * @param id number of the asset, revision, bake or hand-off
   * @param name of the asset, or of the file
   * @param trashedAt UTC
   * @param goesAt when it is removed for good, UTC
   */
  record TrashedView(
      TrashKind kind, long id, long assetId, String assetName, String name, LocalDateTime trashedAt, LocalDateTime goesAt) {}

  List<TrashedView> list() {
    return trash.list(access.shows(), MOST_SHOWN).stream()
        .map(
            i ->
                new TrashedView(
                    i.kind(), i.id(), i.assetId(), i.assetName(), i.name(), i.trashedAt(), i.trashedAt().plus(properties.trashTime())))
        .toList();
  }

  /**
   * @throws ConflictException when something still needs it; the message says what, and what to do
   */
  @Transactional
  public void put(TrashKind kind, long id) {
    lock(kind, id);
    if (thing(kind, id).trashedAt() != null) {
      return;
    }
    refuseWhile(trash.isBusy(kind, id), "It is being worked on; stop that or wait until it is done.");
    if (kind == TrashKind.MODEL) {
      refuseWhile(trash.isCurrent(id), "This is the current model; set it aside or bring another in first.");
      refuseWhile(
          trash.isBeforeTheCurrent(id), "The current model took this one's place, and its review looks at both.");
      refuseWhile(trash.hasBakes(id), "Bakes were made with this model; put those into the trash first.");
    } else if (kind == TrashKind.BAKE) {
      refuseWhile(trash.hasPackages(id), "Packages were made of this bake; put those into the trash first.");
    }
    trash.set(kind, id, LocalDateTime.now(clock));
  }

  /**
   * @throws ConflictException when what it was made of lies in the trash itself
   */
  @Transactional
  public void takeBack(TrashKind kind, long id) {
    lock(kind, id);
    if (kind == TrashKind.MODEL) {
      refuseWhile(trash.isRemoved(id), REMOVED);
    } else if (kind == TrashKind.BAKE) {
      refuseWhile(trash.isModelInTrash(id), "A model of this bake lies in the trash; take that back first.");
    } else if (kind == TrashKind.PACKAGE) {
      refuseWhile(trash.isBakeInTrash(id), "The bake of this package lies in the trash; take that back first.");
    }
    trash.set(kind, id, null);
  }

  /**
   * @throws ConflictException when it does not lie in the trash
   */
  @Transactional
  public void remove(TrashKind kind, long id) {
    lock(kind, id);
    refuseWhile(thing(kind, id).trashedAt() == null, "Only what lies in the trash is removed for good.");
    refuseWhile(isHeld(kind, id), "Packages that are not in the trash were made of this bake; put those into the trash first.");
    removeLocked(kind, id);
  }

  /** Whether something that is not in the trash would go with it. */
  private boolean isHeld(TrashKind kind, long id) {
    return kind == TrashKind.BAKE && trash.hasPackages(id);
  }

  private void removeLocked(TrashKind kind, long id) {
    switch (kind) {
      case ASSET -> removals.asset(id);
      case MODEL -> removals.model(id, LocalDateTime.now(clock));
      case BAKE -> removals.bake(id);
      case PACKAGE -> removals.handoff(id);
    }
  }

  /** What lies there longer than the grace time; a thing at a time, what was made before what it was made of. */
  List<Long> overdue(TrashKind kind) {
    return trash.since(kind, LocalDateTime.now(clock).minus(properties.trashTime()));
  }

  /** Removes something that is overdue, unless somebody has taken it back meanwhile. */
  @Transactional
  public void removeIfOverdue(TrashKind kind, long id) {
    if (trash.find(kind, id).isEmpty()) {
      return;
    }
    lock(kind, id);
    LocalDateTime since = trash.find(kind, id).map(TrashStore.Thing::trashedAt).orElse(null);
    boolean isOverdue = since != null && since.isBefore(LocalDateTime.now(clock).minus(properties.trashTime()));
    if (isOverdue && !isHeld(kind, id)) {
      removeLocked(kind, id);
    }
  }

  /**
   * Removes a package that another took the place of, with its bake where nothing else was made of that; neither lies in the
   * trash. What was sent or put into the hand-off folder by somebody stays.
   */
  @Transactional
  public void removeReplaced(long handoffId) {
    TrashStore.Thing thing = trash.find(TrashKind.PACKAGE, handoffId).orElse(null);
    if (thing == null) {
      return;
    }
    assets.lock(thing.assetId());
    if (!trash.isBusy(TrashKind.PACKAGE, handoffId) && !removals.wasSent(handoffId)) {
      long bake = removals.bakeOf(handoffId);
      removals.handoff(handoffId);
      removeUnused(bake);
    }
  }

  /** Removes a bake that is not wanted any more, unless it is still worked on or something was made of it. */
  @Transactional
  public void removeUnused(long bakeId) {
    TrashStore.Thing thing = trash.find(TrashKind.BAKE, bakeId).orElse(null);
    if (thing == null) {
      return;
    }
    assets.lock(thing.assetId());
    if (!trash.isBusy(TrashKind.BAKE, bakeId) && !removals.hasPackages(bakeId)) {
      removals.bake(bakeId);
    }
  }

  /** The asset's row before any that belongs to it, as every change. */
  private void lock(TrashKind kind, long id) {
    assets.lock(thing(kind, id).assetId());
  }

  private TrashStore.Thing thing(TrashKind kind, long id) {
    return trash.find(kind, id).orElseThrow(() -> new NotFoundException(kind.word(), id));
  }

  private static void refuseWhile(boolean isSo, String why) {
    if (isSo) {
      throw new ConflictException(why);
    }
  }
}
