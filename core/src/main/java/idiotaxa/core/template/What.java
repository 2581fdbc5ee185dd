package idiotaxa.core.template;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/** What a line of a template writes. */
public enum What {
  ID_MAP("idMap", Set.of(Token.SHEET)),
  INDEX_MAP("indexMap", Set.of(Token.SHEET)),
  FILTERED_ID_MAP("filteredIdMap", Set.of(Token.SHEET)),
  MASK("mask", Set.of(Token.SHEET, Token.MASK, Token.GROUP, Token.NUMBER)),
  PACK("pack", Set.of(Token.SHEET, Token.PACK)),
  LAYERS("layers", Set.of(Token.SHEET)),
  COVERAGE("coverage", Set.of(Token.SHEET)),
  MESH("mesh", Set.of()),
  PALETTE("palette", Set.of());

  private final String word;
  private final Set<Token> tokens;

  What(String word, Set<Token> own) {
    this.word = word;
    tokens = EnumSet.of(Token.ASSET, Token.REVISION, Token.SIZE);
    tokens.addAll(own);
  }

  /** As recipes and the API write it. */
  public String word() {
    return word;
  }

  /** Tokens that its names can hold. */
  public Set<Token> tokens() {
    return tokens;
  }

  /** Whether one file a sheet, or several, are written. */
  public boolean isOfSheet() {
    return tokens.contains(Token.SHEET);
  }

  /** Whether it is made of chosen groups or masks. */
  public boolean hasSelection() {
    return this == MASK || this == PACK || this == LAYERS;
  }

  /** Formats to choose from; one where there is no choice. */
  public List<FileFormat> formats() {
    return switch (this) {
      case MESH -> List.of(FileFormat.GLB, FileFormat.OBJ, FileFormat.PLY, FileFormat.USDA, FileFormat.ORIGINAL);
      case PALETTE -> List.of(FileFormat.JSON, FileFormat.CSV);
      case LAYERS -> List.of(FileFormat.ORA);
      case COVERAGE -> List.of(FileFormat.EXR);
      default -> List.of(FileFormat.PNG);
    };
  }
}
