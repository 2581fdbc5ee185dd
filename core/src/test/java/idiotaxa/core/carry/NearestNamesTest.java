package idiotaxa.core.carry;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.carry.NearestNames.Named;
import idiotaxa.core.claim.Likeness;
import java.util.List;
import org.junit.jupiter.api.Test;

class NearestNamesTest {
  private static Named named(long id, String name) {
    return new Named(id, Likeness.words(name));
  }

  private static final List<Named> GROUPS =
      List.of(
          named(1, "rubber fender"),
          named(2, "solar cell"),
          named(3, "bolts"),
          named(4, "galvanised steel"),
          named(5, "rubber"),
          named(6, "rubber mat"),
          named(7, "rubber hose"));

  @Test
  void wordsThatResembleEachOtherAreProposedNearestFirst() {
    assertThat(NearestNames.of("fender_high", GROUPS)).containsExactly(1L);
    assertThat(NearestNames.of("bolt_07", GROUPS)).containsExactly(3L);
    assertThat(NearestNames.of("Galvanized steel.001", GROUPS)).containsExactly(4L);
  }

  @Test
  void whatDiffersByALetterOfAShortWordIsAnotherThing() {
    assertThat(NearestNames.of("bell", GROUPS)).isEmpty();
    assertThat(NearestNames.of("", GROUPS)).isEmpty();
    assertThat(NearestNames.of("hatch", List.of())).isEmpty();
  }

  @Test
  void atMostThreeAreProposed() {
    assertThat(NearestNames.of("rubber", GROUPS)).hasSize(3).startsWith(1L);
  }
}
