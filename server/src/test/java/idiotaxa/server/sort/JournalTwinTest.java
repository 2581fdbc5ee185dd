package idiotaxa.server.sort;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Random claims, rules, merges, undos and redos against a twin that replays everything from the start. */
class JournalTwinTest {
  private static final int ACTIONS = 90;

  /** Rules look for these; bolt_2 is faces 12 … 17, all bolts 6 … 23, everything 0 … 29. */
  private static final String[] WORDS = {"bolt_2", "bolt_*", "*"};

  private static final int[][] REACHES = {{12, 18}, {6, 24}, {0, 30}};

  private final SortedAsset plate =
      new SortedAsset(new ApiClient(RunningApplication.empty()), "twin", TestModels.boltedPlate());
  private final long[] ids = {
    0, plate.createGroup("a"), plate.createGroup("b"), plate.createGroup("c")
  };
  private final SplittableRandom random = new SplittableRandom(4);

  /**
   * One action: a claim of faces, a list of rules (word and group), or a merge of a group.
   *
   * @param kind c, r or m
   */
  private record Action(char kind, int from, int to, int group, List<int[]> rules) {}

  @Test
  void journalAgreesWithAReplayAfterEveryAction() {
    List<Action> actions = new ArrayList<>();
    int position = 0;
    for (int i = 0; i < ACTIONS; i++) {
      int dice = random.nextInt(10);
      if (dice < 3) {
        int steps = random.nextInt(-3, 4);
        position = Math.max(0, Math.min(actions.size(), position + steps));
        plate.step(steps);
      } else {
        Action action = dice < 7 ? claim() : dice < 9 ? rules() : merge();
        if (isPossible(action, actions.subList(0, position))) {
          actions.subList(position, actions.size()).clear();
          actions.add(action);
          position++;
          send(action);
        }
      }
      assertThat(plate.faceGroups())
          .as("after action %d: %s", i, describe(actions.subList(0, position)))
          .isEqualTo(replay(actions.subList(0, position)));
    }
    assertThat(actions).extracting(Action::kind).as("the seed tries everything").contains('c', 'r');
  }

  private static String describe(List<Action> actions) {
    StringBuilder out = new StringBuilder();
    for (Action a : actions) {
      out.append(a.kind).append(' ').append(a.from).append(' ').append(a.to).append(' ');
      out.append(a.group);
      a.rules.forEach(r -> out.append(" [").append(WORDS[r[0]]).append(' ').append(r[1]).append(']'));
      out.append("; ");
    }
    return out.toString();
  }

  private Action claim() {
    int from = random.nextInt(30);
    return new Action('c', from, random.nextInt(from + 1, 31), random.nextInt(4), List.of());
  }

  private Action rules() {
    List<int[]> rules = new ArrayList<>();
    for (int word = 0; word < WORDS.length; word++) {
      if (random.nextBoolean()) {
        rules.add(random.nextInt(rules.size() + 1), new int[] {word, random.nextInt(1, 4)});
      }
    }
    return new Action('r', 0, 0, 0, rules);
  }

  private Action merge() {
    return new Action('m', random.nextInt(1, 4), random.nextInt(4), 0, List.of());
  }

  /** Groups that were merged take part in nothing more. */
  private static boolean isPossible(Action action, List<Action> before) {
    List<Integer> gone = before.stream().filter(a -> a.kind == 'm').map(Action::from).toList();
    return switch (action.kind) {
      case 'c' -> !gone.contains(action.group);
      case 'r' -> action.rules.stream().noneMatch(r -> gone.contains(r[1]));
      default -> action.from != action.to && !gone.contains(action.from) && !gone.contains(action.to);
    };
  }

  private void send(Action action) {
    switch (action.kind) {
      case 'c' -> plate.claim(ids[action.group], action.from, action.to);
      case 'r' -> {
        long version = plate.api.json(plate.path() + "/rules").get("version").asLong();
        List<String> written = new ArrayList<>();
        action.rules.forEach(
            r ->
                written.add(
                    "{\"kind\": \"part\", \"word\": \"%s\", \"groupId\": %d}"
                        .formatted(WORDS[r[0]], ids[r[1]])));
        String body = "{\"version\": %d, \"rules\": %s}".formatted(version, written);
        assertThat(plate.api.send("PUT", plate.path() + "/rules", body).statusCode()).isEqualTo(200);
      }
      default ->
          plate.api.post(
              plate.assetPath() + "/groups/" + ids[action.from] + "/merge",
              "{\"other\": " + ids[action.to] + "}");
    }
  }

  /** Face by face, from the first action on. */
  private static List<Integer> replay(List<Action> actions) {
    List<Integer> out = new ArrayList<>();
    for (int face = 0; face < 30; face++) {
      int byHand = 0;
      int freedAt = -1;
      int rulesAt = -1;
      List<int[]> rules = List.of();
      for (int i = 0; i < actions.size(); i++) {
        Action a = actions.get(i);
        if (a.kind == 'c' && face >= a.from && face < a.to) {
          byHand = a.group;
          freedAt = a.group == 0 ? i : freedAt;
        } else if (a.kind == 'r') {
          rules = new ArrayList<>(a.rules);
          rulesAt = i;
        } else if (a.kind == 'm') {
          freedAt = byHand == a.from && a.to == 0 ? i : freedAt;
          byHand = byHand == a.from ? a.to : byHand;
          rules = merged(rules, a);
        }
      }
      int byRule = 0;
      for (int[] rule : rules) {
        boolean isReached = face >= REACHES[rule[0]][0] && face < REACHES[rule[0]][1];
        byRule = isReached && rulesAt > freedAt ? rule[1] : byRule;
      }
      out.add(byHand != 0 ? byHand : byRule);
    }
    return out;
  }

  private static List<int[]> merged(List<int[]> rules, Action merge) {
    List<int[]> out = new ArrayList<>();
    for (int[] rule : rules) {
      if (rule[1] != merge.from) {
        out.add(rule);
      } else if (merge.to != 0) {
        out.add(new int[] {rule[0], merge.to});
      }
    }
    return out;
  }
}
