package idiotaxa.core.pairing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class ModelPairTest {
  @Test
  void sourcesGoWithTheTargetsOfTheirName() {
    ModelPair.Found found =
        ModelPair.of(
            List.of(
                "buoy_high_02.ply", "hp_buoy.glb", "Buoy_LOW.obj", "bell.glb", "crane_high.glb", "chip.glb"));
    assertThat(found.pairs())
        .containsExactly(
            new ModelPair("Buoy_LOW", "Buoy_LOW.obj", List.of("hp_buoy.glb")),
            new ModelPair("bell", "bell.glb", List.of()),
            new ModelPair("chip", "chip.glb", List.of()));
    assertThat(found.alone()).containsExactly("buoy_high_02.ply", "crane_high.glb");
  }

  @Test
  void numbersStayApart() {
    ModelPair.Found found =
        ModelPair.of(List.of("crate_01_low.glb", "crate_01_high.glb", "crate_02_high.glb", "crate_02.glb"));
    assertThat(found.pairs())
        .extracting(ModelPair::sources)
        .containsExactly(List.of("crate_01_high.glb"), List.of("crate_02_high.glb"));
    assertThat(found.alone()).isEmpty();
  }
}
