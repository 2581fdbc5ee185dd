package idiotaxa.server.people;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.server.web.TooOftenException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.Test;

class AllowanceTest {
  private final Allowance allowance = new Allowance();

  private static String address(int i) {
    return "10.30." + i / 250 + "." + i % 250;
  }

  @Test
  void anAccountThatIsTriedFromEverywhereAnswersSlowlyAndStaysOpen() throws Exception {
    for (int i = 0; i < Allowance.TRIES_OF_AN_ACCOUNT; i++) {
      allowance.takeTry("7", address(i));
    }
    long began = System.nanoTime();
    allowance.takeTry("7", "10.40.0.1");
    assertThat(System.nanoTime() - began).isGreaterThan(900_000_000L);
    // However many try, only some threads stand and wait; nobody of another account notices.
    ExecutorService threads = Executors.newFixedThreadPool(40);
    List<Future<Boolean>> all = new ArrayList<>();
    for (int i = 0; i < 40; i++) {
      String from = "10.41.0." + i;
      all.add(threads.submit(() -> isTaken(from)));
    }
    allowance.takeTry("8", "10.42.0.1");
    int taken = 0;
    for (Future<Boolean> one : all) {
      taken += one.get() ? 1 : 0;
    }
    threads.shutdown();
    assertThat(taken).isBetween(1, 39);
  }

  private boolean isTaken(String from) {
    try {
      allowance.takeTry("7", from);
      return true;
    } catch (TooOftenException e) {
      assertThat(e.seconds()).isLessThan(5);
      return false;
    }
  }

  @Test
  void triesOfOneNetworkCountTogether() {
    for (int i = 0; i < Allowance.TRIES_OF_A_NAME; i++) {
      allowance.takeTry("7", "2001:db8:0:1::" + i);
    }
    assertThatThrownBy(() -> allowance.takeTry("7", "2001:db8:0:1:ffff::1%eth0")).isInstanceOf(TooOftenException.class);
    assertThatCode(() -> allowance.takeTry("7", "2001:db8:0:2::1")).doesNotThrowAnyException();
    allowance.forgive("7", "2001:db8:0:1::5");
    assertThatCode(() -> allowance.takeTry("7", "2001:db8:0:1::1")).doesNotThrowAnyException();
  }
}
