package idiotaxa.core.handoff;

import idiotaxa.core.file.FileNames;
import idiotaxa.core.template.FileNamePattern;
import idiotaxa.core.template.Template;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Looks for files of one name, for files called like folders and for names that systems refuse. */
final class PathClashes {
  /** Names that are written beside what a template says. */
  private static final List<String> OURS = List.of(HandoffOutputs.MANIFEST, "report.json");

  private final Map<String, Integer> lineOfPath = new HashMap<>();
  private final Set<String> folders = new HashSet<>();
  private final List<Template.Problem> problems = new ArrayList<>();
  private final Set<Integer> clashing = new HashSet<>();

  PathClashes(List<Output> outputs, List<Integer> lineOfOutput) {
    OURS.forEach(path -> lineOfPath.put(path, -1));
    for (int o = 0; o < outputs.size(); o++) {
      add(outputs.get(o).path(), lineOfOutput.get(o));
    }
    for (int o = 0; o < outputs.size(); o++) {
      String path = outputs.get(o).path();
      if (folders.contains(FileNames.withoutCase(path))) {
        say(lineOfOutput.get(o), path + " is the name of a folder too; change one of them.");
      }
    }
  }

  private void add(String path, int line) {
    FileNamePattern.problemOf(path).ifPresent(text -> say(line, text));
    String key = FileNames.withoutCase(path);
    Integer other = lineOfPath.putIfAbsent(key, line);
    if (other != null) {
      say(line, "Two files would be called %s; %s.".formatted(path, cure(other, line)));
    }
    for (int slash = key.indexOf('/'); slash >= 0; slash = key.indexOf('/', slash + 1)) {
      folders.add(key.substring(0, slash));
    }
  }

  private static String cure(int other, int line) {
    if (other < 0) {
      return "the package has that file already, name this one otherwise";
    }
    return other == line
        ? "add a token that tells them apart, such as {sheet}, {mask} or {pack}"
        : "line %d writes it too, change one of the names".formatted(other + 1);
  }

  /** A line says one thing, not one for each of its files. */
  private void say(int line, String text) {
    if (clashing.add(line)) {
      problems.add(new Template.Problem(line, text));
    }
  }

  List<Template.Problem> problems() {
    return problems;
  }
}
