package idiotaxa.cli.watch;

import idiotaxa.core.check.ShareWords;
import java.util.List;
import java.util.Locale;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * What became of one model.
 *
 * @param name of its folder in the output
 * @param report of the bake, null when nothing was written
 * @param problem why nothing was written, else empty
 */
record ModelOutcome(
    String name, List<String> files, State state, JsonNode report, String problem, double seconds) {
  /** What was done. */
  enum State {
    BAKED,
    UNCHANGED,
    REFUSED,
    /** A file changed while it was read, or is still being written. */
    UNFINISHED;

    String word() {
      return name().toLowerCase(Locale.ROOT);
    }
  }

  private long sum(String field) {
    long sum = 0;
    for (JsonNode sheet : report == null ? List.<JsonNode>of() : sheets()) {
      sum += sheet.get(field).asLong();
    }
    return sum;
  }

  private Iterable<JsonNode> sheets() {
    return report.get("sheets");
  }

  /** Share of the covered texels that have a group, 0 … 1. */
  double claimed() {
    long covered = sum("covered");
    long claimed = 0;
    for (JsonNode sheet : report == null ? List.<JsonNode>of() : sheets()) {
      for (JsonNode group : sheet.get("groups")) {
        claimed += group.get("texels").asLong();
      }
    }
    return covered == 0 ? 0 : claimed / (double) covered;
  }

  /** Findings that are no harmless remarks. */
  long findings() {
    long count = 0;
    for (JsonNode finding : report == null ? List.<JsonNode>of() : report.get("findings")) {
      count += finding.get("severity").asString().equals("harmless") ? 0 : 1;
    }
    return count;
  }

  boolean needsALook() {
    boolean isWritten = state == State.BAKED || state == State.UNCHANGED;
    return !isWritten || findings() > 0 || sum("missed") + sum("conflicts") > 0;
  }

  String line() {
    if (report == null) {
      return "%-24s %s: %s".formatted(name, state.word(), problem);
    }
    return String.format(
        Locale.ROOT,
        "%-24s %s, %s claimed, %d findings, %d texels missed, %d conflicts, %.1f s",
        name,
        state.word(),
        ShareWords.percent(claimed()),
        findings(),
        sum("missed"),
        sum("conflicts"),
        seconds);
  }

  ObjectNode json(JsonMapper mapper) {
    ObjectNode node = mapper.createObjectNode();
    node.put("name", name).put("state", state.word());
    files.forEach(node.putArray("files")::add);
    if (report == null) {
      node.put("problem", problem);
    } else {
      node.put("claimed", claimed()).put("findings", findings());
      node.put("missed", sum("missed")).put("conflicts", sum("conflicts"));
    }
    return node.put("needsALook", needsALook()).put("seconds", seconds);
  }
}
