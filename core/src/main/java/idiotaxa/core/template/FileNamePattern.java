package idiotaxa.core.template;

import idiotaxa.core.file.FileNames;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * The name of a file with tokens in braces, such as {@code masks/{asset}_{sheet}_{mask}.png}. A slash
 * begins a folder. What stands between tokens is never changed: what some system refuses is a problem.
 */
public final class FileNamePattern {
  private static final Pattern BRACED = Pattern.compile("\\{([^{}]*)\\}");
  private static final String REFUSED = "\\:*?\"<>|";
  private static final int LONGEST_BYTES = 240;

  private final String text;

  private FileNamePattern(String text) {
    this.text = text;
  }

  public static FileNamePattern of(String text) {
    return new FileNamePattern(text);
  }

  /** In words, each with its cure; none when every file name that it makes is allowed. */
  List<String> problems(TemplateLine line) {
    List<String> problems = new ArrayList<>();
    if (text.isBlank()) {
      return List.of("The name is empty; write one, such as " + example(line) + ".");
    }
    Matcher braced = BRACED.matcher(text);
    while (braced.find()) {
      String word = braced.group(1);
      Optional<Token> token = Token.of(word);
      if (token.isEmpty()) {
        problems.add("There is no token {%s}; there are %s.".formatted(word, tokens(line)));
      } else if (!line.what().tokens().contains(token.get())) {
        problems.add("{%s} is not known here; there are %s.".formatted(word, tokens(line)));
      }
    }
    String plain = BRACED.matcher(text).replaceAll("x");
    if (plain.indexOf('{') >= 0 || plain.indexOf('}') >= 0) {
      problems.add("A brace is not closed; tokens are written like {asset}.");
    }
    addCharacterProblems(plain.replaceAll("[{}]", ""), problems);
    if (!text.toLowerCase(Locale.ROOT).endsWith(line.format().ending())) {
      problems.add("The name does not end in %s; add it.".formatted(line.format().ending()));
    }
    return problems;
  }

  private static void addCharacterProblems(String plain, List<String> problems) {
    String bad =
        plain
            .chars()
            .filter(c -> REFUSED.indexOf(c) >= 0)
            .distinct()
            .mapToObj(Character::toString)
            .collect(Collectors.joining(" "));
    if (!bad.isEmpty()) {
      problems.add("Some systems refuse %s in names; take it out.".formatted(bad));
    }
    if (plain.chars().anyMatch(Character::isISOControl)) {
      problems.add("The name has a character that cannot be seen; type it again.");
    }
    for (String segment : plain.split("/", -1)) {
      if (segment.isEmpty()) {
        problems.add("A folder's name is empty; a name begins and ends without a slash.");
        return;
      }
      if (segment.matches("\\.+") || !segment.equals(segment.strip()) || segment.endsWith(".")) {
        problems.add("Some systems refuse \"%s\": it begins or ends with a space, or ends with a dot.".formatted(segment));
        return;
      }
    }
  }

  private static String example(TemplateLine line) {
    String token = line.what().isOfSheet() ? "{asset}_{sheet}" : "{asset}";
    return token + line.format().ending();
  }

  private static String tokens(TemplateLine line) {
    return line.what().tokens().stream()
        .map(t -> "{" + t.word() + "}")
        .collect(Collectors.joining(" "));
  }

  /**
   * @param values clean as {@link FileNames} makes them
   */
  public String expand(Map<Token, String> values) {
    return BRACED
        .matcher(text)
        .replaceAll(
            found ->
                Matcher.quoteReplacement(
                    Token.of(found.group(1))
                        .map(token -> values.getOrDefault(token, ""))
                        .orElse(found.group())));
  }

  /** What is wrong with a path that a pattern made. */
  public static Optional<String> problemOf(String path) {
    for (String segment : path.split("/", -1)) {
      if (segment.getBytes(StandardCharsets.UTF_8).length > LONGEST_BYTES) {
        return Optional.of("%s is longer than the %d bytes that every system takes; shorten it.".formatted(path, LONGEST_BYTES));
      }
      String stem = segment.replaceFirst("\\.[^.]*$", "");
      if (stem.isBlank()) {
        return Optional.of("%s has no name before its ending; add one.".formatted(path));
      }
      if (FileNames.isDevice(stem)) {
        return Optional.of("%s is a device on some systems; name it otherwise.".formatted(segment));
      }
    }
    return Optional.empty();
  }
}
