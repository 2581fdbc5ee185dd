package idiotaxa.server.people;

import idiotaxa.server.web.Ids;
import idiotaxa.server.web.NotFoundException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;

/** The numbers in an address of the API, each with the word before it, in their order. */
record Address(List<Numbered> numbers) {
  /**
   * @param word as in {@code /revisions/{id}}; where another variable stands before the number, its place
   */
  record Numbered(String word, long id) {}

  /**
   * @param pattern as {@code /api/assets/{assetId}/revisions/{id}/claims}
   * @param values of the variables in it; those behind words that name no things of shows may be no numbers
   * @throws NotFoundException where a thing of a show is named by anything but a number as we write it
   */
  static Address of(String pattern, Map<String, String> values) {
    List<Numbered> numbers = new ArrayList<>();
    String[] steps = pattern.split("/");
    for (int i = 1; i < steps.length; i++) {
      String step = steps[i];
      if (step.startsWith("{") && step.endsWith("}")) {
        String value = values.get(step.substring(1, step.length() - 1));
        String word = steps[i - 1];
        OptionalLong id = value == null ? OptionalLong.empty() : Ids.parse(value);
        if (id.isPresent()) {
          numbers.add(new Numbered(word, id.getAsLong()));
        } else if (BelongingStore.isOfSomebody(word)) {
          throw new NotFoundException(Access.singular(word), value);
        }
      }
    }
    return new Address(numbers);
  }
}
