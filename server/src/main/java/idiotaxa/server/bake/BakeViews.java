package idiotaxa.server.bake;

import idiotaxa.core.bake.BakeTotals;
import idiotaxa.core.bake.SheetReport;
import io.swagger.v3.oas.annotations.media.Schema;
import idiotaxa.server.job.JobState;
import idiotaxa.core.check.Finding;
import idiotaxa.core.check.Outcome;
import idiotaxa.server.group.GroupService;
import idiotaxa.server.job.JobKind;
import idiotaxa.server.job.JobStore;
import idiotaxa.server.web.NotFoundException;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Bakes as scripts and pages see them. */
@Component
public class BakeViews {
  private static final TypeReference<Map<Long, Integer>> NUMBERS = new TypeReference<>() {};

  private final BakeStore bakes;
  private final BakeGroups bakeGroups;
  private final GroupService groups;
  private final JobStore jobs;
  private final JsonMapper json;

  BakeViews(
      BakeStore bakes,
      BakeGroups bakeGroups,
      GroupService groups,
      JobStore jobs,
      JsonMapper json) {
    this.bakes = bakes;
    this.bakeGroups = bakeGroups;
    this.groups = groups;
    this.jobs = jobs;
    this.json = json;
  }

  /**
   * A bake.
   *
   * @param groupNumbers numbers by the identity of groups as they were then, null when nobody kept them
   * @param areNumbersOld whether a group has another number now
   * @param totals what the sheets come to together; null until all are baked
   * @param findings what of the baked sheets needs a look
   */
  public record BakeView(
      long id,
      long targetId,
      List<Long> sourceIds,
      BakeSettings settings,
      Map<Long, Integer> groupNumbers,
      boolean areNumbersOld,
      LocalDateTime createdAt,
      List<SheetView> sheets,
      BakeTotals totals,
      List<Finding> findings) {}

  /** A sheet of a bake; the result is null until it is baked. */
  public record SheetView(
      long id,
      String name,
      @Schema(allowableValues = {JobState.WAITING, JobState.RUNNING, JobState.DONE, JobState.FAILED, JobState.CANCELLED}) String state,
      String doing,
      double share,
      Double secondsLeft,
      String problem,
      boolean isReused,
      SheetResult result) {}

  /** Newest first. */
  public List<BakeView> list(long assetId) {
    Map<Long, Integer> numbers = groups.presentNumbers(assetId);
    return bakes.list(assetId).stream().map(b -> view(b, numbers)).toList();
  }

  /**
   * @throws NotFoundException when there is no such bake
   */
  BakeView one(long id) {
    BakeRow found = bakes.find(id).orElseThrow(() -> new NotFoundException("bake", id));
    return view(found, groups.presentNumbers(found.assetId()));
  }

  private BakeView view(BakeRow b, Map<Long, Integer> numbers) {
    List<SheetRow> sheets = bakes.sheets(b.id());
    Map<Long, JobStore.JobRow> found =
        jobs.find(JobKind.BAKE_SHEET, sheets.stream().map(SheetRow::id).toList());
    List<SheetView> views =
        sheets.stream().map(sheet -> view(sheet, found.get(sheet.id()))).toList();
    return new BakeView(
        b.id(),
        b.targetId(),
        b.sourceIds(),
        json.readValue(b.settings(), BakeSettings.class),
        b.groupNumbers() == null ? null : json.readValue(b.groupNumbers(), NUMBERS),
        bakeGroups.areNumbersOld(b, numbers),
        b.createdAt(),
        views,
        isBaked(views) ? BakeTotals.of(reports(views)) : null,
        isBaked(views) ? findings(b, views) : List.of());
  }

  private static boolean isBaked(List<SheetView> sheets) {
    return !sheets.isEmpty() && sheets.stream().allMatch(s -> s.result() != null);
  }

  private static List<SheetReport> reports(List<SheetView> sheets) {
    return sheets.stream().map(s -> s.result().report()).toList();
  }

  private List<Finding> findings(BakeRow b, List<SheetView> sheets) {
    return Outcome.of(
        reports(sheets),
        bakeGroups.paletteOf(b, "asset").groups(),
        sheets.stream()
            .filter(s -> s.result().specks() != null)
            .collect(Collectors.toMap(SheetView::name, s -> s.result().specks())));
  }

  private SheetView view(SheetRow s, JobStore.JobRow job) {
    return new SheetView(
        s.id(),
        s.name(),
        job.state(),
        job.doing(),
        job.share(),
        job.secondsLeft(),
        job.problem(),
        s.isReused(),
        s.report() == null ? null : json.readValue(s.report(), SheetResult.class));
  }
}
