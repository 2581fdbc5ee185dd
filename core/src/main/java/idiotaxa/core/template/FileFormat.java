package idiotaxa.core.template;

import java.util.Locale;

/** Formats that are written; each but {@link #ORIGINAL} is the ending of its files. */
public enum FileFormat {
  PNG,
  ORA,
  EXR,
  GLB,
  OBJ,
  PLY,
  USDA,
  /** That in which the model came in, which gives the files their ending. */
  ORIGINAL,
  JSON,
  CSV;

  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  String ending() {
    return this == ORIGINAL ? "" : "." + word();
  }
}
