package idiotaxa.server.mask;

import idiotaxa.core.mask.MaskPlan;
import idiotaxa.core.mask.MaskPlanJson;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.web.ConflictException;
import idiotaxa.server.web.NotFoundException;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** An asset's masks, borders, specks, touch-ups and packs, and their undo. */
@Service
public class MaskService {
  private static final int MAX_WORDS = 300;

  private final AssetStore assets;
  private final MaskStore states;
  private final GroupService groups;

  MaskService(AssetStore assets, MaskStore states, GroupService groups) {
    this.assets = assets;
    this.states = states;
    this.groups = groups;
  }

  /**
   * Where an asset's masks stand.
   *
   * @param stateId names the state, 0 for the beginning
   * @param words what was done last, empty at the beginning
   * @param nextWords what redo would do, empty when nothing was undone
   * @param plan groups by their identities
   */
  public record State(
      long stateId, int position, int length, String words, String nextWords, MaskPlan plan) {}

  public State state(long assetId) {
    assets.find(assetId).orElseThrow(() -> new NotFoundException("asset", assetId));
    MaskStore.StateRow row = states.present(assetId).orElse(null);
    int position = row == null ? 0 : row.ordinal();
    return new State(
        row == null ? 0 : row.id(),
        position,
        states.length(assetId),
        row == null ? "" : row.words(),
        states.nextWords(assetId, position).orElse(""),
        row == null ? MaskPlan.EMPTY : MaskPlanJson.parse(row.plan()));
  }

  /** A state's plan as it was; the empty one for 0. */
  public MaskPlan plan(long stateId) {
    return stateId == 0
        ? MaskPlan.EMPTY
        : MaskPlanJson.parse(
            states
                .find(stateId)
                .orElseThrow(() -> new NotFoundException("state of masks", stateId))
                .plan());
  }

  /**
   * Keeps a plan as one step that can be undone.
   *
   * @param stateId that the change is based on
   * @param words what it does
   * @throws ConflictException when somebody else changed the masks meanwhile
   */
  @Transactional
  public State keep(long assetId, long stateId, String words, MaskPlan plan) {
    assets.lock(assetId);
    int position = states.position(assetId);
    long present = states.present(assetId).map(MaskStore.StateRow::id).orElse(0L);
    if (present != stateId) {
      throw new ConflictException("The masks were changed by somebody else; look at them again.");
    }
    checkGroups(assetId, plan);
    String said = words == null || words.isBlank() ? "masks changed" : words.strip();
    states.append(
        assetId,
        position + 1,
        said.substring(0, Math.min(MAX_WORDS, said.length())),
        MaskPlanJson.write(plan));
    return state(assetId);
  }

  /** A plan holds only groups that the asset has or had: those that were merged come back by undo. */
  private void checkGroups(long assetId, MaskPlan plan) {
    Set<Integer> known =
        groups.listWithMerged(assetId).stream()
            .map(g -> Math.toIntExact(g.id()))
            .collect(Collectors.toSet());
    plan.withGroups(
        id -> {
          if (!known.contains(id)) {
            throw new NotFoundException("group of this asset", id);
          }
          return id;
        });
  }

  /**
   * @param steps negative to undo, positive to redo; stops at either end
   */
  @Transactional
  public State step(long assetId, int steps) {
    assets.lock(assetId);
    long wanted = (long) states.position(assetId) + steps;
    states.setPosition(assetId, (int) Math.max(0, Math.min(states.length(assetId), wanted)));
    return state(assetId);
  }

  /** Identity of the present state, empty at the beginning. */
  public Optional<Long> stateId(long assetId) {
    return states.present(assetId).map(MaskStore.StateRow::id);
  }
}
