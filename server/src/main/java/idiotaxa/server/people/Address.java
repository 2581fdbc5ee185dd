package idiotaxa.server.people;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** The numbers in an address of the API, each with the word before it, in their order. */
record Address(List<Numbered> numbers) {
  /**
   * @param word as in {@code /revisions/{id}}; where another variable stands before the number, its place
   */
  record Numbered(String word, long id) {}

  /**
   * @param pattern as {@code /api/assets/{assetId}/revisions/{id}/claims}
   * @param values of the variables in it; those that are no numbers name no thing
   */
  static Address of(String pattern, Map<String, String> values) {
    List<Numbered> numbers = new ArrayList<>();
    String[] steps = pattern.split("/");
    for (int i = 1; i < steps.length; i++) {
      String step = steps[i];
      if (step.startsWith("{") && step.endsWith("}")) {
        String value = values.get(step.substring(1, step.length() - 1));
        if (value != null && value.matches("-?\\d{1,18}")) {
          numbers.add(new Numbered(steps[i - 1], Long.parseLong(value)));
        }
      }
    }
    return new Address(numbers);
  }
}
