package idiotaxa.core.claim;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Every way to write a name that is looked for. */
class NamePatternTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "bolt | Bolt | true", "bolt | Bolt2 | true", "bolt | bolt.006 | true", "bolt | Bolt_07_low | true",
        "bolt | bolts | false", "bolt | big bolt | false", "bolt_07 | bolt_07_low | true", "bolt_07 | bolt_08 | false",
        "bolt* | boltzmann | true", "bolt? | bolt | false", "b?lt | BULT | true", "*bolt | big bolt | true",
        "=bolt | bolt | true", "=bolt | Bolt | false", "=bolt | bolt_07 | false", "=bolt* | bolt* | true", "=bolt* | bolts | false",
        "bolt\\* | bolt* | true", "bolt\\* | bolts | false", "\\?lid* | ?lid_01 | true", "\\?lid* | alid_01 | false",
        "\\=bolt | =bolt | true", "a\\\\b | a\\b | true", "a\\b | a\\b | true", "STRASSE* | strasse 1 | true", "ÄNDE | ände_02 | true"
      })
  void fits(String pattern, String name, boolean isFit) {
    assertThat(NamePattern.of(pattern).fits(name)).as("%s fits %s", pattern, name).isEqualTo(isFit);
  }
}
