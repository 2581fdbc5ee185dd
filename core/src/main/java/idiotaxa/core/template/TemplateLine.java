package idiotaxa.core.template;

import java.util.List;
import java.util.stream.Collectors;

/**
 * A line of a template.
 *
 * @param of groups and masks that it is about; all where it is about none
 * @param format of the files
 * @param carries how a mesh tells its groups, null for others
 * @param isTriangulated whether a mesh's polygons are cut; GLB always is
 * @param name pattern of the files, see {@link FileNamePattern}
 * @param padded of the images; {@link Padded#YES} for others
 * @param writesEmpty whether groups without a texel on a sheet are written there
 */
public record TemplateLine(
    What what,
    Selection of,
    FileFormat format,
    Carries carries,
    boolean isTriangulated,
    String name,
    Padded padded,
    boolean writesEmpty) {
  private static final int LONGEST = 200;

  public TemplateLine {
    if (!what.formats().contains(format)) {
      throw new IllegalArgumentException(
          "format: one of %s is expected, got \"%s\""
              .formatted(
                  what.formats().stream().map(FileFormat::word).collect(Collectors.joining(", ")),
                  format.word()));
    }
    if ((what == What.MESH) != (carries != null)) {
      throw new IllegalArgumentException("carries: a mesh, and only a mesh, carries something");
    }
    if (format == FileFormat.PLY && carries == Carries.MATERIALS) {
      throw new IllegalArgumentException(
          "carries: PLY knows no materials; choose vertexColors, or another format");
    }
    if (carries == Carries.NUMBERS && format != FileFormat.ORIGINAL) {
      throw new IllegalArgumentException(
          "carries: numbers are added to the model as it came in only; add \"of\": \"original\"");
    }
    if (isTriangulated && format == FileFormat.ORIGINAL) {
      throw new IllegalArgumentException("triangulated: the model as it came in keeps its polygons");
    }
    if (name.length() > LONGEST) {
      throw new IllegalArgumentException("name: at most " + LONGEST + " characters are taken");
    }
  }

  /** An image of every sheet, padded. */
  public static TemplateLine image(What what, String name) {
    return new TemplateLine(
        what, Selection.ALL, what.formats().get(0), null, false, name, Padded.YES, false);
  }

  /** A mesh with its polygons. */
  public static TemplateLine mesh(FileFormat format, Carries carries, String name) {
    return new TemplateLine(
        What.MESH, Selection.ALL, format, carries, false, name, Padded.YES, false);
  }

  /** A palette file. */
  public static TemplateLine palette(FileFormat format, String name) {
    return new TemplateLine(
        What.PALETTE, Selection.ALL, format, null, false, name, Padded.YES, false);
  }

  /** The same for other groups or masks. */
  public TemplateLine of(Selection other) {
    return new TemplateLine(
        what, other, format, carries, isTriangulated, name, padded, writesEmpty);
  }

  /** The same with another padding. */
  public TemplateLine padded(Padded other) {
    return new TemplateLine(what, of, format, carries, isTriangulated, name, other, writesEmpty);
  }

  /** What is wrong with the name pattern, whatever asset it is for. */
  public List<String> problems() {
    return FileNamePattern.of(name).problems(this);
  }
}
