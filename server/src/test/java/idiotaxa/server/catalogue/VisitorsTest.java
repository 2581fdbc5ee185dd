package idiotaxa.server.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.InstantSource;
import java.time.ZoneOffset;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Two processes that serve pages know each other's visitors. */
class VisitorsTest {
  private final RunningApplication application = RunningApplication.empty();
  private final Instant[] now = {Instant.parse("2026-03-01T08:00:00Z")};
  private final Clock clock = ((InstantSource) () -> now[0]).withZone(ZoneOffset.UTC);
  private final Visitors first = new Visitors(application.bean(VisitorStore.class), clock);
  private final Visitors second = new Visitors(application.bean(VisitorStore.class), clock);
  private long buoy;
  private long lantern;

  @BeforeEach
  void create() {
    ApiClient api = new ApiClient(application);
    buoy = api.createAsset("Visited buoy");
    lantern = api.createAsset("Visited lantern");
  }

  private void pass(int seconds) {
    now[0] = now[0].plus(Duration.ofSeconds(seconds));
  }

  @Test
  void eachHearsOfTheOthersAndOnlyWhatIsNew() {
    assertThat(first.exchange(Map.of(buoy, Set.of("Mara"), lantern, Set.of("Mara", "Jon")))).isEmpty();
    assertThat(second.exchange(Map.of(buoy, Set.of("Tilda")))).containsExactlyInAnyOrder(buoy, lantern);
    assertThat(second.elsewhere(lantern)).containsExactlyInAnyOrder("Mara", "Jon");
    assertThat(first.exchange(Map.of(buoy, Set.of("Mara")))).containsExactly(buoy);
    assertThat(first.elsewhere(buoy)).containsExactly("Tilda");
    assertThat(second.exchange(Map.of(buoy, Set.of("Tilda")))).containsExactly(lantern);
    assertThat(second.elsewhere(lantern)).isEmpty();
    second.leave();
    assertThat(first.exchange(Map.of(buoy, Set.of("Mara")))).containsExactly(buoy);
    assertThat(first.elsewhere(buoy)).isEmpty();
    first.leave();
  }

  @Test
  void whatAProcessThatDiedSaidIsForgotten() {
    first.exchange(Map.of(buoy, Set.of("Mara")));
    for (int i = 0; i < 3; i++) {
      pass(14);
      second.exchange(Map.of(buoy, Set.of("Tilda")));
      assertThat(second.elsewhere(buoy)).containsExactly("Mara");
    }
    pass(14);
    assertThat(second.exchange(Map.of(buoy, Set.of("Tilda")))).containsExactly(buoy);
    assertThat(second.elsewhere(buoy)).isEmpty();
    second.leave();
    first.leave();
  }

  @Test
  void anAssetThatWasRemovedHoldsNothingUp() {
    assertThat(first.exchange(Map.of(buoy, Set.of("Mara"), -1L, Set.of("Mara")))).isEmpty();
    assertThat(second.exchange(Map.of(lantern, Set.of("Tilda")))).containsExactly(buoy);
    second.leave();
    first.leave();
  }
}
