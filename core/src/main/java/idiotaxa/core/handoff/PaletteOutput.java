package idiotaxa.core.handoff;

import idiotaxa.core.group.Palette;
import idiotaxa.core.group.PaletteFile;
import idiotaxa.core.group.PaletteTable;
import idiotaxa.core.template.FileFormat;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;

/** The groups as a palette file, or as a table for people. */
record PaletteOutput(String path, FileFormat format, Palette palette) implements Output {
  @Override
  public String what() {
    return format == FileFormat.CSV ? "groups as a table" : "groups as a palette file";
  }

  @Override
  public void write(Ingredients ingredients, OutputStream out) throws IOException {
    String text =
        format == FileFormat.CSV ? PaletteTable.write(palette) : PaletteFile.write(palette);
    out.write(text.getBytes(StandardCharsets.UTF_8));
  }

  @Override
  public void describe(Entry entry) {
    entry.root().withArray("palettes").addObject().put("file", path);
  }
}
