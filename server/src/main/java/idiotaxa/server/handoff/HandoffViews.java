package idiotaxa.server.handoff;

import io.swagger.v3.oas.annotations.media.Schema;
import idiotaxa.server.job.JobState;
import idiotaxa.server.job.JobKind;
import idiotaxa.server.job.JobStore;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Hand-offs as scripts and pages see them. */
@Component
public class HandoffViews {
  private final HandoffStore handoffs;
  private final JobStore jobs;

  HandoffViews(HandoffStore handoffs, JobStore jobs) {
    this.handoffs = handoffs;
    this.jobs = jobs;
  }

  /**
   * A hand-off; size, checksum and receipt are null until they are there.
   *
   * @param template name of it, null of packages from before templates
   * @param changes since the package before, in words
   * @param deliveredTo name in the hand-off folder, null when it was not put there
   * @param isByItself whether nobody asked for it but the folder that is kept up to date
   */
  public record HandoffView(
      long id,
      long bakeId,
      String fileName,
      @Schema(allowableValues = {JobState.WAITING, JobState.RUNNING, JobState.DONE, JobState.FAILED, JobState.CANCELLED}) String state,
      String doing,
      double share,
      String problem,
      Long bytes,
      String sha256,
      Receipt receipt,
      String receiverProblem,
      String template,
      String changes,
      String deliveredTo,
      boolean isByItself,
      LocalDateTime createdAt) {}

  /** Newest first. */
  public List<HandoffView> list(long assetId) {
    List<HandoffStore.HandoffRow> rows = handoffs.list(assetId);
    Map<Long, JobStore.JobRow> found =
        jobs.find(JobKind.PACK_HANDOFF, rows.stream().map(HandoffStore.HandoffRow::id).toList());
    return rows.stream().map(row -> view(row, found.get(row.id()))).toList();
  }

  /**
   * @throws idiotaxa.server.web.NotFoundException when there is no such hand-off
   */
  HandoffView one(long id) {
    HandoffStore.HandoffRow row = handoffs.get(id);
    return view(row, jobs.find(JobKind.PACK_HANDOFF, List.of(id)).get(id));
  }

  /** Earlier versions kept whatever a receiver answered. */
  private static Receipt receipt(String kept) {
    try {
      return kept == null ? null : Receipt.read(kept);
    } catch (IllegalArgumentException e) {
      return null;
    }
  }

  /**
   * Whether the receiver refused what it was sent.
   *
   * @param receipt as it was kept, null for none
   */
  public boolean isRefused(String receipt) {
    Receipt read = receipt(receipt);
    return read != null && !read.isAccepted();
  }

  private HandoffView view(HandoffStore.HandoffRow h, JobStore.JobRow job) {
    return new HandoffView(
        h.id(),
        h.bakeId(),
        h.fileName(),
        job.state(),
        job.doing(),
        job.share(),
        job.problem(),
        h.bytes(),
        h.sha256(),
        receipt(h.receipt()),
        h.receiverProblem(),
        h.template(),
        h.changes(),
        h.deliveredTo(),
        HandoffOrder.isByItself(h.order()),
        h.createdAt());
  }
}
