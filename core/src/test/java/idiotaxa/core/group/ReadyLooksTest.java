package idiotaxa.core.group;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ReadyLooksTest {
  private static final int ID = 0x123456;

  private static Look ready(String name) {
    return ReadyLooks.all().stream()
        .filter(r -> r.name().equals(name))
        .findFirst()
        .orElseThrow()
        .look();
  }

  @ParameterizedTest
  @CsvSource({
    "galvanised steel, '', steel",
    "Lamp Glass, '', glass",
    // Of two words the later one says what it is.
    "glass holder brass, '', brass",
    "rung, 'ladder,iron', steel",
    "deck_planks, '', timber",
    "SOLAR-CELL, '', solar cell",
    "group 7, bell, brass"
  })
  void wordsOfNameAndKeywordsChooseALook(String name, String keywords, String expected) {
    List<String> list = keywords.isEmpty() ? List.of() : List.of(keywords.split(","));
    assertThat(ReadyLooks.of(name, list, ID)).isEqualTo(ready(expected));
  }

  @Test
  void whatNoWordSpeaksForIsItsIdColourMatt() {
    assertThat(ReadyLooks.of("thing", List.of(), ID)).isEqualTo(Look.matt(ID));
    // A word is a whole word: this is no steel and no glass.
    assertThat(ReadyLooks.of("steelhead glasshouse", List.of(), ID)).isEqualTo(Look.matt(ID));
    assertThat(ReadyLooks.of("灯", List.of(), ID)).isEqualTo(Look.matt(ID));
  }

  @Test
  void everyWordSpeaksForOneLook() {
    Set<String> seen = new HashSet<>();
    for (ReadyLooks.Ready ready : ReadyLooks.all()) {
      for (String word : ready.words()) {
        assertThat(seen.add(word)).as(word).isTrue();
        assertThat(word).isLowerCase();
      }
    }
  }
}
