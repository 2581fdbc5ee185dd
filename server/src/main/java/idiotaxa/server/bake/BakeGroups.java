package idiotaxa.server.bake;

import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.group.GroupStore.GroupRow;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntUnaryOperator;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The groups of a bake under the numbers that they had when it was asked for. */
@Component
public class BakeGroups {
  private static final TypeReference<Map<Long, Integer>> NUMBERS = new TypeReference<>() {};

  private final GroupService groups;
  private final JsonMapper json;

  BakeGroups(GroupService groups, JsonMapper json) {
    this.groups = groups;
    this.json = json;
  }

  /** Which group has which number now, to be kept with a bake. */
  String numbersNow(long assetId) {
    Map<Long, Integer> numbers = new HashMap<>();
    groups.list(assetId).forEach(g -> numbers.put(g.id(), g.group().number()));
    return json.writeValueAsString(numbers);
  }

  /**
   * The groups of a bake under the numbers that they had then, with their present names and colours.
   * Groups that were merged or removed since are among them.
   */
  public Palette paletteOf(BakeRow bake, String name) {
    if (bake.groupNumbers() == null) {
      return groups.palette(bake.assetId(), name);
    }
    Map<Long, Integer> numbers = json.readValue(bake.groupNumbers(), NUMBERS);
    List<Group> then = new ArrayList<>();
    for (GroupRow row : groups.listWithMerged(bake.assetId())) {
      Integer number = numbers.get(row.id());
      if (number != null) {
        then.add(row.group().withNumber(number));
      }
    }
    return new Palette(name, then);
  }

  /**
   * Turns identities of groups into the numbers that they had for a bake.
   *
   * @param ids of each face, 0 for unclaimed
   */
  int[] numbersIn(BakeRow bake, int[] ids) {
    Map<Long, Integer> numbers = groups.presentNumbers(bake.assetId());
    if (bake.groupNumbers() != null) {
      numbers.putAll(json.readValue(bake.groupNumbers(), NUMBERS));
    }
    int[] out = new int[ids.length];
    Arrays.setAll(out, f -> numbers.getOrDefault((long) ids[f], Group.UNCLAIMED));
    return out;
  }

  /** The number that a group had for a bake, by its identity; 0 for one that it did not know. */
  public IntUnaryOperator numberOf(BakeRow bake) {
    Map<Long, Integer> numbers =
        bake.groupNumbers() == null
            ? groups.presentNumbers(bake.assetId())
            : json.readValue(bake.groupNumbers(), NUMBERS);
    return id -> numbers.getOrDefault((long) id, Group.UNCLAIMED);
  }

  /** Identities of the groups of a bake by the numbers that they had. */
  public Map<Integer, Long> identities(BakeRow bake) {
    Map<Long, Integer> numbers =
        bake.groupNumbers() == null
            ? groups.presentNumbers(bake.assetId())
            : json.readValue(bake.groupNumbers(), NUMBERS);
    Map<Integer, Long> identities = new HashMap<>();
    numbers.forEach((id, number) -> identities.put(number, id));
    return identities;
  }

  /** Names of an asset's groups by their identities, of merged ones too. */
  public Map<Integer, String> namesOf(BakeRow bake) {
    Map<Integer, String> names = new HashMap<>();
    groups
        .listWithMerged(bake.assetId())
        .forEach(g -> names.put(Math.toIntExact(g.id()), g.group().name()));
    return names;
  }

  /** Whether a group of a bake has another number now. */
  public boolean areNumbersOld(BakeRow bake) {
    return areNumbersOld(bake, groups.presentNumbers(bake.assetId()));
  }

  /**
   * @param present numbers by the identity of the groups of the bake's asset
   */
  boolean areNumbersOld(BakeRow bake, Map<Long, Integer> present) {
    return bake.groupNumbers() != null
        && json.readValue(bake.groupNumbers(), NUMBERS).entrySet().stream()
            .anyMatch(g -> !g.getValue().equals(present.get(g.getKey())));
  }
}
