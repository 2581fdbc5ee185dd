package idiotaxa.server.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

class AssetChangeTest {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  /** Does what a page does with a change. */
  static JsonNode applied(JsonNode before, JsonNode change) {
    ObjectNode after = ((ObjectNode) before).deepCopy();
    change.get("values").properties().forEach(f -> after.set(f.getKey(), f.getValue()));
    for (var field : change.get("lists").properties()) {
      JsonNode stretch = field.getValue();
      ArrayNode list = JSON.createArrayNode();
      JsonNode was = before.get(field.getKey());
      for (int i = 0; i < stretch.get("from").asInt(); i++) {
        list.add(was.get(i));
      }
      stretch.get("items").forEach(list::add);
      for (int i = stretch.get("to").asInt(); i < was.size(); i++) {
        list.add(was.get(i));
      }
      after.set(field.getKey(), list);
    }
    return after;
  }

  private static JsonNode state(String text) {
    return JSON.readTree(text);
  }

  @Test
  void onlyWhatChangedIsTold() {
    JsonNode before = state("{\"id\":1,\"name\":\"Buoy\",\"palette\":null,\"history\":[1,2,3],\"bakes\":[7]}");
    AssetChange change =
        AssetChange.between(
            before, state("{\"id\":1,\"name\":\"Buoy\",\"palette\":{\"id\":2},\"history\":[1,2,3,4],\"bakes\":[7]}"));
    assertThat(change.values()).containsOnlyKeys("palette");
    assertThat(change.lists()).containsOnlyKeys("history");
    assertThat(change.lists().get("history"))
        .isEqualTo(new AssetChange.Stretch(3, 3, List.of(JSON.valueToTree(4))));
    assertThat(AssetChange.between(before, before.deepCopy()).isNothing()).isTrue();
  }

  @Test
  void alikeNeighboursDoNotConfuseAStretch() {
    for (String[] pair :
        new String[][] {{"[1,1,1]", "[1,1]"}, {"[1,2,1]", "[1,2,1,2,1]"}, {"[]", "[5]"}, {"[5]", "[]"}}) {
      JsonNode before = state("{\"list\":" + pair[0] + "}");
      JsonNode after = state("{\"list\":" + pair[1] + "}");
      JsonNode change = JSON.valueToTree(AssetChange.between(before, after));
      assertThat(applied(before, change)).as(pair[0] + " " + pair[1]).isEqualTo(after);
    }
  }

  @Test
  void anyTwoStatesFollowFromEachOther() {
    Random random = new Random(5);
    for (int round = 0; round < 500; round++) {
      JsonNode before = randomState(random);
      JsonNode after = randomState(random);
      JsonNode change = JSON.valueToTree(AssetChange.between(before, after));
      assertThat(applied(before, change)).isEqualTo(after);
    }
  }

  private static JsonNode randomState(Random random) {
    ObjectNode state = JSON.createObjectNode();
    for (String name : new ArrayList<>(List.of("groups", "bakes"))) {
      ArrayNode list = state.putArray(name);
      for (int i = random.nextInt(6); i > 0; i--) {
        list.add(random.nextInt(3));
      }
    }
    if (random.nextBoolean()) {
      state.putNull("palette");
    } else {
      state.put("palette", random.nextInt(2));
    }
    return state;
  }
}
