package idiotaxa.server.job;

import idiotaxa.server.web.ConflictException;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What waits, runs and failed, and who works on it. */
@Service
public class QueueService {
  private static final int MOST_OPEN = 500;
  private static final int MOST_ENDED = 50;

  /** Without a word for so long a process is taken for gone. */
  private static final Duration SILENCE = Duration.ofSeconds(30);

  private final QueueStore queue;
  private final ProcessStore processes;
  private final JobStore jobs;
  private final JobQueue adding;
  private final ObjectProvider<JobWork> works;
  private final Clock clock;

  QueueService(
      QueueStore queue,
      ProcessStore processes,
      JobStore jobs,
      JobQueue adding,
      ObjectProvider<JobWork> works,
      Clock clock) {
    this.queue = queue;
    this.processes = processes;
    this.jobs = jobs;
    this.adding = adding;
    this.works = works;
    this.clock = clock;
  }

  /**
   * How much is to be done.
   *
   * @param waiting jobs that nobody has begun
   * @param running jobs that somebody works on
   * @param longestWaitSeconds of the job that waits longest, 0 while none waits
   */
  public record Now(int waiting, int running, long longestWaitSeconds) {}

  /**
   * A process that takes jobs or serves pages.
   *
   * @param host name of its machine
   * @param kinds words of the jobs that it takes
   * @param servesPages whether it answers pages and scripts
   * @param threads jobs that it does at once
   * @param memoryMegabytes its heap
   * @param state <code>there</code>, <code>silent</code> or <code>ended</code>
   * @param beganAt UTC
   * @param seenAt when it last said that it is there, UTC
   * @param jobs that it works on now
   */
  public record ProcessView(
      String name,
      String host,
      List<String> kinds,
      boolean servesPages,
      int threads,
      int memoryMegabytes,
      String state,
      LocalDateTime beganAt,
      LocalDateTime seenAt,
      int jobs) {}

  /**
   * All of the queue.
   *
   * @param now how much is to be done
   * @param processes that take jobs or serve pages; behind them the fifty at most that ended. Of both those that
   *     began last come first
   * @param running jobs that somebody works on
   * @param waiting jobs that nobody has begun, in their order
   * @param failed those that failed last
   * @param done those that were done last
   */
  public record Queue(
      Now now,
      List<ProcessView> processes,
      List<QueueStore.Line> running,
      List<QueueStore.Line> waiting,
      List<QueueStore.Line> failed,
      List<QueueStore.Line> done) {}

  public Now now() {
    Map<String, Integer> counts = queue.openCounts();
    LocalDateTime since = queue.waitingSince();
    return new Now(
        counts.getOrDefault(JobState.WAITING, 0),
        counts.getOrDefault(JobState.RUNNING, 0),
        since == null ? 0 : Math.max(0, Duration.between(since, LocalDateTime.now(clock)).toSeconds()));
  }

  /** Kinds of which a job waits for so long while no process that is there takes any. */
  List<String> withoutAnybody(Duration patience) {
    Set<String> taken =
        processes.open(MOST_OPEN).stream()
            .filter(told -> !isSilent(told))
            .flatMap(told -> told.process().kinds().stream())
            .collect(Collectors.toSet());
    LocalDateTime before = LocalDateTime.now(clock).minus(patience);
    return queue.waitingSinceByKind().entrySet().stream()
        .filter(kind -> kind.getValue() != null && kind.getValue().isBefore(before) && !taken.contains(kind.getKey()))
        .map(Map.Entry::getKey)
        .sorted()
        .toList();
  }

  /** Jobs that failed within the last hour. */
  int failedLately() {
    return queue.countFailed(LocalDateTime.now(clock).minusHours(1));
  }

  /** Processes that did not say that they end and are not heard of. */
  long silent() {
    return processes.open(MOST_OPEN).stream().filter(this::isSilent).count();
  }

  private boolean isSilent(ProcessStore.Told told) {
    return told.seenAt().isBefore(LocalDateTime.now(clock).minus(SILENCE));
  }

  public Queue all() {
    List<QueueStore.Line> running = queue.open(JobState.RUNNING, MOST_OPEN);
    return new Queue(
        now(),
        Stream.concat(processes.open(MOST_OPEN).stream(), processes.ended(MOST_ENDED).stream())
            .map(p -> view(p, running))
            .toList(),
        running,
        queue.open(JobState.WAITING, MOST_OPEN),
        queue.ended(JobState.FAILED, MOST_ENDED),
        queue.ended(JobState.DONE, MOST_ENDED));
  }

  private ProcessView view(ProcessStore.Told told, List<QueueStore.Line> running) {
    ProcessStore.ProcessRow p = told.process();
    return new ProcessView(
        p.name(),
        p.host(),
        p.kinds(),
        p.servesPages(),
        p.threads(),
        p.memoryMegabytes(),
        told.endedAt() != null ? "ended" : isSilent(told) ? "silent" : "there",
        told.beganAt(),
        told.seenAt(),
        (int) running.stream().filter(j -> p.name().equals(j.process())).count());
  }

  /**
   * Begins a job anew that failed.
   *
   * @throws ConflictException when it did not
   */
  @Transactional
  public void again(String kindWord, long id) {
    JobKind kind = JobKind.of(kindWord);
    if (!jobs.lock(kind, id, JobState.FAILED)) {
      throw new ConflictException("Only a job that failed is begun anew; look at the queue again.");
    }
    works.stream().filter(w -> w.kind() == kind).forEach(w -> w.again(id));
    adding.add(kind, id);
  }
}
