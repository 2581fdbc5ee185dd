package idiotaxa.core.group;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class SpokenColorsTest {
  @Test
  void everyNameIsSpokenOnce() {
    SpokenColors names = new SpokenColors(List.of("Red 2", "oak"));
    assertThat(List.of(0xFF0000, 0xFE0000, 0xFD0000, 0x00FF00, 0xFF0000).stream().map(names::name))
        .containsExactly("red", "red 3", "red 4", "green", "red 5");
  }
}
