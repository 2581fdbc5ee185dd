package idiotaxa.cli;

import idiotaxa.core.handoff.HandoffSheet;
import idiotaxa.core.bake.ProblemRegion;
import idiotaxa.core.bake.SheetReport;
import idiotaxa.core.check.Finding;
import idiotaxa.core.group.Group;
import idiotaxa.core.file.ReadFiles;
import idiotaxa.core.handoff.HandoffRequest;
import java.nio.charset.StandardCharsets;
import idiotaxa.core.reach.Reaches;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import java.util.Locale;
import java.util.function.ToLongFunction;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** report.json of a bake, and the same in one sentence. */
final class BakeReportFile {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final HandoffRequest request;
  private final Optional<Reaches> reaches;
  private final List<String> notes;
  private final List<Finding> findings;
  private final BakeTimes times;
  private final ReadFiles opened;

  /** Names of files are told from here where they lie in it. */
  private final Path home;

  BakeReportFile(
      HandoffRequest request,
      Optional<Reaches> reaches,
      List<String> notes,
      List<Finding> findings,
      BakeTimes times,
      ReadFiles opened,
      Path home) {
    this.opened = opened;
    this.home = home.toAbsolutePath().normalize();
    this.request = request;
    this.reaches = reaches;
    this.notes = notes;
    this.findings = findings;
    this.times = times;
  }

  private long sum(ToLongFunction<SheetReport> value) {
    return request.sheets().stream().map(HandoffSheet::report).mapToLong(value).sum();
  }

  String sentence() {
    return String.format(
        Locale.ROOT,
        "%d texels covered, %d missed, %d conflicts, %d groups, %.1f s",
        sum(SheetReport::covered),
        sum(SheetReport::missed),
        sum(SheetReport::conflicts),
        request.palette().groups().size(),
        times.seconds());
  }

  byte[] json() {
    return text().getBytes(StandardCharsets.UTF_8);
  }

  String text() {
    ObjectNode root = JSON.createObjectNode();
    root.put("asset", request.baseName()).put("origin", request.settings().origin());
    root.put("pairing", request.settings().pairing());
    if (request.settings().reach() != null) {
      root.putObject("reach")
          .put("outward", request.settings().reach().outward())
          .put("inward", request.settings().reach().inward())
          .put("unit", "m");
    }
    reaches.ifPresent(r -> partReaches(root.putObject("partReaches"), r));
    ArrayNode list = root.putArray("notes");
    notes.forEach(list::add);
    ArrayNode found = root.putArray("findings");
    for (Finding finding : findings) {
      found
          .addObject()
          .put("kind", finding.kind())
          .put("severity", finding.severity().word())
          .put("text", finding.text())
          .put("place", finding.place())
          .put("cure", finding.cure())
          .put("count", finding.count());
    }
    addNames(root.putArray("read"), opened.all());
    addNames(root.putArray("missing"), opened.missing());
    ObjectNode millis = root.putObject("milliseconds");
    times.millis().forEach(millis::put);
    ArrayNode sheets = root.putArray("sheets");
    request.sheets().forEach(sheet -> sheets.add(sheet(sheet.report())));
    return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(root);
  }

  private void addNames(ArrayNode list, List<Path> files) {
    for (Path file : files) {
      Path told = file.startsWith(home) ? home.relativize(file) : file;
      list.add(told.toString().replace('\\', '/'));
    }
  }

  private static void partReaches(ObjectNode node, Reaches reaches) {
    new TreeMap<>(reaches.ofPart())
        .forEach(
            (part, reach) ->
                node.putObject(part).put("outward", reach.outward()).put("inward", reach.inward()));
  }

  private ObjectNode sheet(SheetReport report) {
    ObjectNode node = JSON.createObjectNode();
    node.put("name", report.sheet()).put("width", report.width()).put("height", report.height());
    node.put("covered", report.covered()).put("missed", report.missed());
    node.put("farther", report.farther()).put("fallback", report.fallback());
    node.put("overlapping", report.overlapping());
    node.put("conflicts", report.conflicts()).put("rays", report.rays());
    node.put("milliseconds", report.millis());
    ArrayNode groups = node.putArray("groups");
    for (Group group : request.palette().groups()) {
      groups
          .addObject()
          .put("number", group.number())
          .put("name", group.name())
          .put("texels", report.groupTexels()[group.number()]);
    }
    ArrayNode thin = node.putArray("thinGroups");
    report.thinGroups().forEach(thin::add);
    ArrayNode parts = node.putArray("parts");
    for (SheetReport.PartReport part : report.parts()) {
      parts
          .addObject()
          .put("part", part.part())
          .put("covered", part.covered())
          .put("missed", part.missed())
          .put("farther", part.farther())
          .put("fallback", part.fallback())
          .put("conflicts", part.conflicts());
    }
    ArrayNode problems = node.putArray("problems");
    report.problems().forEach(problem -> problems.add(problem(problem)));
    return node;
  }

  private static ObjectNode problem(ProblemRegion problem) {
    ObjectNode node = JSON.createObjectNode();
    node.put("kind", problem.kind().name().toLowerCase(Locale.ROOT)).put("part", problem.part());
    node.put("x", problem.x()).put("y", problem.y());
    node.put("width", problem.width()).put("height", problem.height());
    node.put("texels", problem.texels());
    ArrayNode position = node.putArray("position");
    for (double metres : problem.position()) {
      position.add(metres);
    }
    return node;
  }
}
