package idiotaxa.server.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.OptionalLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class IdsTest {
  @Test
  void aNumberIsReadAsWeWriteIt() {
    assertThat(Ids.parse("0")).isEqualTo(OptionalLong.of(0));
    assertThat(Ids.parse("10")).isEqualTo(OptionalLong.of(10));
    assertThat(Ids.parse("999999999999999999")).isEqualTo(OptionalLong.of(999_999_999_999_999_999L));
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "+1", "-1", "01", "0x1", "#1", " 1", "1 ", "1\n", "1L", "1.0", "1e0", "１", "٣", "1000000000000000000"})
  void anyOtherSpellingIsNone(String written) {
    assertThat(Ids.parse(written)).isEmpty();
  }
}
