package idiotaxa.server.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import org.junit.jupiter.api.Test;
import org.slf4j.MDC;
import org.springframework.dao.DeadlockLoserDataAccessException;
import org.springframework.dao.QueryTimeoutException;
import org.springframework.http.ProblemDetail;
import org.springframework.transaction.CannotCreateTransactionException;

/** What cannot be brought about over HTTP on purpose. */
class ProblemAdviceTest {
  private final ProblemAdvice advice = new ProblemAdvice("24MB");

  @Test
  void whatTheDatabaseGaveUpIsToBeDoneAgainAndIsNoFault() {
    for (RuntimeException e :
        new RuntimeException[] {
          new DeadlockLoserDataAccessException("lost", null),
          new QueryTimeoutException("late"),
          new CannotCreateTransactionException("away")
        }) {
      ProblemDetail problem = advice.busy(e);
      assertThat(problem.getStatus()).isEqualTo(503);
      assertThat(problem.getDetail()).contains("nothing was changed").contains("again");
      assertThat(problem.getDetail()).doesNotContain(e.getMessage());
    }
  }

  @Test
  void aFaultNamesWhereTheLogHasMoreAndNothingOfItsInside() {
    MDC.put(RequestLog.REQUEST, "0a1b2c3d");
    ProblemDetail problem = advice.unexpected(new IllegalStateException("secret path"));
    MDC.remove(RequestLog.REQUEST);
    assertThat(problem.getStatus()).isEqualTo(500);
    assertThat(problem.getDetail()).contains("0a1b2c3d").doesNotContain("Exception").doesNotContain("secret");
  }

  @Test
  void aFullDiskIsSaidWithTheCure() {
    ProblemDetail problem =
        advice.disk(new UncheckedIOException(new IOException("/var/cache/part: No space left on device")));
    assertThat(problem.getStatus()).isEqualTo(507);
    assertThat(problem.getDetail()).contains("disk").doesNotContain("/var");
  }

  @Test
  void runningOutOfMemoryIsSaidWithTheCure() {
    ProblemDetail problem = advice.outOfMemory(new OutOfMemoryError("heap"));
    assertThat(problem.getStatus()).isEqualTo(507);
    assertThat(problem.getDetail()).contains("Choose a smaller size");
  }
}
