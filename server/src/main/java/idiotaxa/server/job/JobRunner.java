package idiotaxa.server.job;

import idiotaxa.core.file.FormatException;
import idiotaxa.core.work.CancelledException;
import idiotaxa.server.web.ConflictException;
import idiotaxa.server.web.NotFoundException;
import java.io.IOException;
import java.util.Locale;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.slf4j.MDC;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.dao.NonTransientDataAccessResourceException;
import org.springframework.dao.RecoverableDataAccessException;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Runs jobs, each at most {@value #MOST_ATTEMPTS} times. What is wrong with the work ends it with a
 * sentence; only what may be better next time is tried again. A job under which a process died twice is
 * not given a third.
 */
@Component
class JobRunner {
  private static final Logger LOG = LoggerFactory.getLogger(JobRunner.class);
  /** Key of the job's words in the log's context. */
  private static final String LOG_KEY = "job";

  private static final int MOST_ATTEMPTS = 3;
  private static final int MOST_DEATHS = 2;

  private final JobStore jobs;
  private final ObjectProvider<JobWork> works;
  private final TransactionTemplate transaction;
  private final JobMemory memory;
  private final ThisProcess process;
  private final WaitedFor waitedFor;
  private volatile boolean isStopping;

  JobRunner(
      JobStore jobs,
      ObjectProvider<JobWork> works,
      TransactionTemplate transaction,
      JobMemory memory,
      ThisProcess process,
      WaitedFor waitedFor) {
    this.process = process;
    this.waitedFor = waitedFor;
    this.jobs = jobs;
    this.works = works;
    this.transaction = transaction;
    this.memory = memory;
  }

  /** What runs is given back, to be begun again by another process or the next start. */
  @EventListener(ContextClosedEvent.class)
  void stop() {
    isStopping = true;
  }

  void run(JobKind kind, long id) {
    MDC.put(LOG_KEY, kind.word() + " " + id);
    try {
      runMarked(kind, id);
    } finally {
      MDC.remove(LOG_KEY);
    }
  }

  private void runMarked(JobKind kind, long id) {
    JobStore.Attempt attempt = jobs.begin(kind, id, process.name()).orElse(null);
    if (attempt == null) {
      return;
    }
    JobWork work = works.stream().filter(w -> w.kind() == kind).findFirst().orElseThrow();
    Run run = new Run(work, id, attempt.number());
    if (attempt.deaths() >= MOST_DEATHS || attempt.number() > MOST_ATTEMPTS) {
      String times = attempt.deaths() >= MOST_DEATHS ? "its process ended twice" : "it was begun three times and did not end";
      run.fail(
          "This was not tried again: "
              + times
              + ", perhaps for lack of memory. Choose a smaller size or a smaller model, or give the"
              + " application more memory, and begin it anew.");
      return;
    }
    try (JobMemory.Share share = memory.take(work.memoryBytes(id), run)) {
      if (kind.isWaitedFor()) {
        try (WaitedFor.Running running = waitedFor.begin()) {
          work.run(id, run);
        }
      } else {
        work.run(id, run);
      }
    } catch (CancelledException e) {
      run.cancelled(e);
    } catch (IllegalArgumentException
        | ConflictException
        | NotFoundException
        | FormatException e) {
      run.fail(e.getMessage());
    } catch (TransientDataAccessException
        | RecoverableDataAccessException
        | NonTransientDataAccessResourceException
        | CannotCreateTransactionException e) {
      LOG.warn("Job {} {} lost its database and will be begun again", kind.word(), id, e);
      jobs.giveBack(kind, id, attempt.number(), true);
      throw e;
    } catch (OutOfMemoryError e) {
      LOG.error("Job {} {} ran out of memory and will not be tried again", kind.word(), id, e);
      run.fail(
          "This needs more memory than the %s that the application has; choose a smaller size or model, or"
                  .formatted(gigabytes(Runtime.getRuntime().maxMemory()))
              + " give it more.");
    } catch (IOException | RuntimeException | StackOverflowError e) {
      LOG.error("Job {} {} failed and will not be tried again", kind.word(), id, e);
      run.fail(
          "It failed unexpectedly; the log of %s has more under \"%s %d\".".formatted(process.name(), kind.word(), id));
    }
  }

  static String gigabytes(long bytes) {
    return String.format(Locale.ROOT, "%.1f GB", bytes / (double) (1L << 30));
  }

  /** One attempt at one job. */
  private final class Run implements JobRun {
    private final JobWork work;
    private final JobKind kind;
    private final long id;
    private final int attempt;
    private final DatabaseProgress progress;

    Run(JobWork work, long id, int attempt) {
      this.work = work;
      kind = work.kind();
      this.id = id;
      this.attempt = attempt;
      progress =
          new DatabaseProgress(
              (doing, share, secondsLeft) ->
                  jobs.setProgress(kind, id, attempt, doing, share, secondsLeft),
              () -> jobs.isCancelled(kind, id, attempt));
    }

    @Override
    public void at(String doing, double share) {
      progress.at(doing, share);
    }

    @Override
    public void texels(long done, long all) {
      progress.texels(done, all);
    }

    @Override
    public boolean isCancelled() {
      if (!kind.isWaitedFor()) {
        waitedFor.letPass(this::isToEnd);
      }
      return isToEnd();
    }

    private boolean isToEnd() {
      return isStopping || progress.isCancelled();
    }

    @Override
    public void finish(Runnable keepResult) {
      end(JobState.DONE, null, keepResult);
    }

    void fail(String problem) {
      end(JobState.FAILED, problem, () -> work.failed(id, problem));
    }

    private void end(String state, String problem, Runnable alongWithIt) {
      transaction.executeWithoutResult(
          status -> {
            work.lock(id);
            if (jobs.end(kind, id, attempt, state, problem)) {
              alongWithIt.run();
            }
          });
    }

    void cancelled(CancelledException e) {
      if (isStopping) {
        jobs.giveBack(kind, id, attempt, false);
        throw e;
      }
      end(JobState.CANCELLED, null, () -> work.cancelled(id));
    }
  }
}
