package idiotaxa.server.handoff;

import idiotaxa.server.job.JobKind;
import idiotaxa.server.job.JobStore;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Hand-offs as scripts and pages see them. */
@Component
public class HandoffViews {
  private final HandoffStore handoffs;
  private final JobStore jobs;
  private final JsonMapper json;

  HandoffViews(HandoffStore handoffs, JobStore jobs, JsonMapper json) {
    this.handoffs = handoffs;
    this.jobs = jobs;
    this.json = json;
  }

  /** A hand-off; size, checksum and receipt are null until they are there. */
  public record HandoffView(
      long id,
      long bakeId,
      String fileName,
      String state,
      String doing,
      double share,
      String problem,
      Long bytes,
      String sha256,
      JsonNode receipt,
      LocalDateTime createdAt) {}

  /** Newest first. */
  public List<HandoffView> list(long assetId) {
    List<HandoffStore.HandoffRow> rows = handoffs.list(assetId);
    Map<Long, JobStore.JobRow> found =
        jobs.find(JobKind.PACK_HANDOFF, rows.stream().map(HandoffStore.HandoffRow::id).toList());
    return rows.stream().map(row -> view(row, found.get(row.id()))).toList();
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
        h.receipt() == null ? null : json.readTree(h.receipt()),
        h.createdAt());
  }
}
