package idiotaxa.core.origin;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.origin.OriginChoices.Brought;
import idiotaxa.core.origin.OriginChoices.Choice;
import idiotaxa.core.origin.OriginChoices.Proposed;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

class OriginChoicesTest {
  private static final Brought NOTHING = new Brought(false, Set.of(), 0, Set.of(), 1, 1, false);
  private static final Brought COLORED = new Brought(false, Set.of("red", "blue"), 1, Set.of(), 1, 1, false);
  private static final Brought OAK = new Brought(false, Set.of("red"), 1, Set.of(), 1, 1, false);
  private static final Brought PARTS = new Brought(false, Set.of(), 1, Set.of(), 2, 2, false);
  private static final Brought CLAIMED = new Brought(true, Set.of(), 1, Set.of(), 1, 1, false);

  private static List<IdOrigin> withData(Brought... read) {
    return OriginChoices.of(List.of(read)).stream().filter(Choice::hasData).map(Choice::origin).toList();
  }

  @Test
  void anOriginHasDataWithTwoDifferentValues() {
    assertThat(withData()).isEmpty();
    assertThat(withData(NOTHING)).isEmpty();
    assertThat(withData(OAK)).isEmpty();
    assertThat(withData(COLORED)).containsExactly(IdOrigin.VERTEX_COLORS);
    assertThat(withData(PARTS)).containsExactly(IdOrigin.PARTS, IdOrigin.PIECES);
    assertThat(withData(CLAIMED)).containsExactly(IdOrigin.CLAIMS);
    assertThat(withData(new Brought(false, Set.of(), 0, Set.of(), 1, 1, true))).containsExactly(IdOrigin.TEXTURE);
  }

  @Test
  void whatSeveralHaveIsCountedTogether() {
    assertThat(withData(OAK, OAK)).containsExactly(IdOrigin.MATERIALS, IdOrigin.PARTS, IdOrigin.PIECES);
    assertThat(withData(OAK, new Brought(false, Set.of("blue"), 0, Set.of(), 0, 0, false)))
        .containsExactly(IdOrigin.VERTEX_COLORS);
  }

  @Test
  void allAreOfferedButImagesFromElsewhere() {
    assertThat(OriginChoices.of(List.of()))
        .extracting(Choice::origin)
        .containsExactly(
            IdOrigin.CLAIMS,
            IdOrigin.VERTEX_COLORS,
            IdOrigin.MATERIALS,
            IdOrigin.FACE_GROUPS,
            IdOrigin.PARTS,
            IdOrigin.TEXTURE,
            IdOrigin.PIECES);
  }

  @Test
  void claimsAreProposedFirstThenSourcesThenTheTarget() {
    assertThat(OriginChoices.propose(List.of(CLAIMED), List.of(COLORED)))
        .isEqualTo(new Proposed(IdOrigin.CLAIMS, false));
    assertThat(OriginChoices.propose(List.of(PARTS), List.of(COLORED)))
        .isEqualTo(new Proposed(IdOrigin.VERTEX_COLORS, true));
    assertThat(OriginChoices.propose(List.of(PARTS), List.of(NOTHING)))
        .isEqualTo(new Proposed(IdOrigin.PARTS, false));
    assertThat(OriginChoices.propose(List.of(), List.of())).isEqualTo(new Proposed(IdOrigin.CLAIMS, false));
  }
}
