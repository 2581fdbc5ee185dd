package idiotaxa.core.template;

import java.util.Locale;

/** Formats that are written; each is the ending of its files. */
public enum FileFormat {
  PNG,
  ORA,
  EXR,
  GLB,
  OBJ,
  PLY,
  USDA,
  JSON,
  CSV;

  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  String ending() {
    return "." + word();
  }
}
