package idiotaxa.server.web;

import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.deser.std.StdDeserializer;
import tools.jackson.databind.deser.jdk.StringDeserializer;

/** Text of a request. Control characters are no letters of a name: file systems, databases and terminals each make something else of them. */
final class PlainWords extends StdDeserializer<String> {
  private static final String ALLOWED = "\t\n\r";

  PlainWords() {
    super(String.class);
  }

  @Override
  public String deserialize(JsonParser parser, DeserializationContext context) {
    String text = StringDeserializer.instance.deserialize(parser, context);
    for (int i = 0; text != null && i < text.length(); i++) {
      char c = text.charAt(i);
      if (c < ' ' && ALLOWED.indexOf(c) < 0) {
        throw new IllegalArgumentException(
            "%s: there is a control character (U+%04X) in it; take it out.".formatted(field(parser), (int) c));
      }
    }
    return text;
  }

  private static String field(JsonParser parser) {
    String name = parser.currentName();
    return name == null ? "The request's body" : name;
  }
}
