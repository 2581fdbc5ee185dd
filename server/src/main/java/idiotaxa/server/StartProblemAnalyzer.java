package idiotaxa.server;

import org.springframework.boot.diagnostics.AbstractFailureAnalyzer;
import org.springframework.boot.diagnostics.FailureAnalysis;

/** Says why the application does not start without a page of stack traces. */
class StartProblemAnalyzer extends AbstractFailureAnalyzer<StartProblem> {
  @Override
  protected FailureAnalysis analyze(Throwable failure, StartProblem problem) {
    return new FailureAnalysis(problem.getMessage(), problem.cure(), failure);
  }
}
