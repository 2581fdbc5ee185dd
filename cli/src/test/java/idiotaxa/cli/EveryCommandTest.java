package idiotaxa.cli;

import static org.assertj.core.api.Assertions.assertThatCode;

import org.junit.jupiter.api.Test;

class EveryCommandTest {
  /** It throws where one of them ends with anything but 0. */
  @Test
  void everyCommandWritesWhatItShould() {
    assertThatCode(() -> EveryCommand.main(new String[0])).doesNotThrowAnyException();
  }
}
