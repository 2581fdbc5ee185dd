package idiotaxa.core.group;

import java.util.stream.Collectors;

/** A palette as a table for people: comma-separated values (RFC 4180). */
public final class PaletteTable {
  private static final String HEAD = "number,name,color,spoken color,keywords\r\n";

  private PaletteTable() {}

  public static String write(Palette palette) {
    return palette.groups().stream()
        .map(
            g ->
                "%d,%s,%s,%s,%s\r\n"
                    .formatted(
                        g.number(),
                        quoted(g.name()),
                        Rgb.toHex(g.color()),
                        ColorName.of(g.color()),
                        quoted(String.join(" ", g.keywords()))))
        .collect(Collectors.joining("", HEAD, ""));
  }

  private static String quoted(String text) {
    // A cell that begins like a formula would be run by a spreadsheet.
    String plain = text.matches("[=+\\-@\\t\\r].*") ? "'" + text : text;
    return plain.matches("(?s).*[\",\\r\\n].*") ? '"' + plain.replace("\"", "\"\"") + '"' : plain;
  }
}
