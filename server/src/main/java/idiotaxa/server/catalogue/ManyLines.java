package idiotaxa.server.catalogue;

import idiotaxa.core.check.Severity;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.bake.BakeViews;
import idiotaxa.server.bringin.RevisionViews;
import idiotaxa.server.handoff.HandoffViews;
import idiotaxa.server.job.JobState;
import idiotaxa.server.kept.KeptViews;
import idiotaxa.server.people.Access;
import idiotaxa.server.recipe.RecipeService;
import io.swagger.v3.oas.annotations.media.Schema;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.springframework.stereotype.Component;

/** Every asset as a line of one table, what needs a look first. */
@Component
class ManyLines {
  /** Each line is made of the whole of its asset. */
  private static final int SIZE = 100;

  private final AssetService assets;
  private final AssetStore store;
  private final Access access;

  ManyLines(AssetService assets, AssetStore store, Access access) {
    this.assets = assets;
    this.store = store;
    this.access = access;
  }

  /**
   * An asset.
   *
   * @param target file name, empty when there is none
   * @param sources number of current sources
   * @param isReading whether a model is being read
   * @param claimedShare of the surface of the model that is sorted most, 0 … 1
   * @param findings open ones of its models and of its last bake
   * @param bake state of the last one: {@code none}, {@code running}, {@code done}, {@code failed}
   * @param missed texels of the last bake, and {@code conflicts}
   * @param reused sheets of the last bake that were taken from an earlier one, of {@code sheets}
   * @param handoff state of the last one: {@code none}, {@code running}, {@code done}, {@code failed}, or
   *     {@code old} when something was baked since
   * @param kept state of the package that is kept up to date, {@code none} where none is
   * @param needs why it needs a look, the weightiest first; none when it is done
   */
  record Line(
      long id,
      String name,
      String target,
      int sources,
      boolean isReading,
      double claimedShare,
      int findings,
      RecipeService.Made recipe,
      String bake,
      double bakeShare,
      long missed,
      long conflicts,
      int sheets,
      int reused,
      String handoff,
      String packageName,
      @Schema(allowableValues = {"none", KeptViews.TRUE, KeptViews.WAITING, KeptViews.BAKING, KeptViews.WRITING, KeptViews.HELD}) String kept,
      List<String> needs) {}

  /**
   * A page of the table, by name; on it those that need most first.
   *
   * @param lines of this page
   * @param total lines on all pages together
   * @param page 0 for the first
   */
  record Lines(List<Line> lines, int total, int page, int size) {}

  /**
   * @param page 0 for the first
   */
  Lines page(int page) {
    List<Long> ids = store.ids(access.shows());
    int from = (int) Math.min(ids.size(), Math.max(0, (long) page * SIZE));
    List<Long> wanted = ids.subList(from, Math.min(ids.size(), from + SIZE));
    return new Lines(lines(wanted), ids.size(), page, SIZE);
  }

  private List<Line> lines(List<Long> ids) {
    return ids.stream()
        .map(id -> line(assets.get(id)))
        .sorted(
            Comparator.comparingInt((Line line) -> -weight(line)).thenComparing(Line::name))
        .toList();
  }

  private static Line line(AssetViews.Asset asset) {
    List<RevisionViews.RevisionView> current =
        asset.revisions().stream().filter(RevisionViews.RevisionView::isCurrent).toList();
    RevisionViews.RevisionView target =
        current.stream().filter(r -> r.role().equals("target")).findFirst().orElse(null);
    BakeViews.BakeView bake = asset.bakes().isEmpty() ? null : asset.bakes().get(0);
    HandoffViews.HandoffView handoff = asset.handoffs().isEmpty() ? null : asset.handoffs().get(0);
    boolean isReading = asset.revisions().stream().anyMatch(r -> r.state().equals("reading"));
    double claimed = current.stream().mapToDouble(RevisionViews.RevisionView::claimedShare).max().orElse(0);
    int findings = current.stream().mapToInt(RevisionViews.RevisionView::openFindings).sum();
    if (bake != null) {
      findings +=
          (int) bake.findings().stream().filter(f -> f.severity() != Severity.HARMLESS).count();
    }
    String bakeState = state(bake);
    long missed = sum(bake, true);
    long conflicts = sum(bake, false);
    String handoffState = state(handoff, bake);
    String refused =
        asset.revisions().isEmpty()
            ? null
            : asset.revisions().get(asset.revisions().size() - 1).problem();
    List<String> needs = new ArrayList<>();
    add(needs, refused != null, "a model was refused");
    add(needs, bakeState.equals("failed"), "the bake failed");
    add(needs, handoffState.equals("failed"), "the package failed");
    add(needs, target == null && !isReading, "no target");
    add(needs, missed + conflicts > 0, "texels missed or in conflict");
    add(needs, target != null && claimed < 1, "surface without group");
    add(needs, findings > 0, "findings");
    add(
        needs,
        asset.recipe() != null && asset.recipe().version() < asset.recipe().newest(),
        "a newer recipe");
    boolean isHeld = asset.kept() != null && asset.kept().state().equals(KeptViews.HELD);
    add(needs, isHeld, "the folder is held back");
    add(needs, handoffState.equals("old") && asset.kept() == null, "package older than the bake");
    return new Line(
        asset.id(),
        asset.name(),
        target == null ? "" : target.fileName(),
        (int) current.stream().filter(r -> r.role().equals("source")).count(),
        isReading,
        claimed,
        findings,
        asset.recipe(),
        bakeState,
        bake == null ? 0 : bake.sheets().stream().mapToDouble(BakeViews.SheetView::share).average().orElse(0),
        missed,
        conflicts,
        bake == null ? 0 : bake.sheets().size(),
        bake == null ? 0 : (int) bake.sheets().stream().filter(BakeViews.SheetView::isReused).count(),
        handoffState,
        handoff == null ? "" : handoff.fileName(),
        asset.kept() == null ? "none" : asset.kept().state(),
        needs);
  }

  private static void add(List<String> needs, boolean isSo, String words) {
    if (isSo) {
      needs.add(words);
    }
  }

  /** Earlier reasons weigh more than all later ones together. */
  private static int weight(Line line) {
    List<String> order =
        List.of(
            "package older than the bake",
            "a newer recipe",
            "findings",
            "surface without group",
            "texels missed or in conflict",
            "no target",
            "the folder is held back",
            "the package failed",
            "the bake failed",
            "a model was refused");
    return line.needs().stream().mapToInt(need -> 1 << order.indexOf(need)).sum();
  }

  private static String state(BakeViews.BakeView bake) {
    if (bake == null) {
      return "none";
    }
    if (bake.sheets().stream().anyMatch(s -> !JobState.isEnded(s.state()))) {
      return "running";
    }
    return bake.sheets().stream().allMatch(s -> s.result() != null) ? "done" : "failed";
  }

  private static String state(HandoffViews.HandoffView handoff, BakeViews.BakeView bake) {
    if (handoff == null) {
      return "none";
    }
    if (!JobState.isEnded(handoff.state())) {
      return "running";
    }
    if (handoff.bytes() == null) {
      return "failed";
    }
    return bake != null && bake.id() != handoff.bakeId() ? "old" : "done";
  }

  private static long sum(BakeViews.BakeView bake, boolean isMissed) {
    long sum = 0;
    for (BakeViews.SheetView sheet : bake == null ? List.<BakeViews.SheetView>of() : bake.sheets()) {
      if (sheet.result() != null) {
        var report = sheet.result().report();
        sum += isMissed ? report.missed() : report.conflicts();
      }
    }
    return sum;
  }
}
