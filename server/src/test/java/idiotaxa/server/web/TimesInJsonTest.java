package idiotaxa.server.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class TimesInJsonTest {
  private final ApiClient api = new ApiClient(RunningApplication.empty());

  private static void collect(JsonNode node, List<String> times) {
    node.properties().forEach(
        field -> {
          if (field.getKey().endsWith("At") && field.getValue().isString()) {
            times.add(field.getValue().asString());
          }
          collect(field.getValue(), times);
        });
    node.valueStream().filter(child -> node.isArray()).forEach(child -> collect(child, times));
  }

  /** Every moment that an answer tells is one that programs can read, and is now. */
  @Test
  void momentsAreInUtcAndSaySo() {
    SortedAsset asset = new SortedAsset(api, "Told in time", TestModels.twoQuads());
    asset.claim(asset.createGroup("oak"), 0, 1);
    List<String> times = new ArrayList<>();
    for (String path : List.of(asset.assetPath(), "/api/assets", "/api/queue")) {
      collect(api.json(path), times);
    }
    assertThat(times).hasSizeGreaterThan(2);
    for (String time : times) {
      assertThat(time).endsWith("Z");
      assertThat(Instant.parse(time)).isCloseTo(Instant.now(), within(Duration.ofHours(1)));
    }
  }
}
