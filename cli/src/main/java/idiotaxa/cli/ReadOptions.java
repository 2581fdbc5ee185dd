package idiotaxa.cli;

import idiotaxa.core.format.ReadAs;
import idiotaxa.core.mesh.UpAxis;
import picocli.CommandLine.Option;

/** What models do not say of themselves. */
final class ReadOptions {
  @Option(names = "--unit", defaultValue = "m", description = "Of the models' coordinates: mm, cm, m, in or ft.")
  private String unit;

  @Option(names = "--up", defaultValue = "y", description = "The models' axis that points up: y or z.")
  private String up;

  @Option(names = "--color-set", defaultValue = "0", description = "Vertex colours of glTF that are read, from 0.")
  private int colorSet;

  /**
   * @param uvSet that receives maps
   * @param isOrigin whether groups are read from the model: another need not have the colours that are chosen
   * @throws IllegalArgumentException naming the option that is wrong
   */
  ReadAs as(int uvSet, boolean isOrigin) {
    return new ReadAs(unit(), up(), uvSet, isOrigin ? colorSet : 0);
  }

  private ReadAs.Unit unit() {
    try {
      return ReadAs.Unit.parse(unit);
    } catch (IllegalArgumentException e) {
      throw new IllegalArgumentException("--unit: " + e.getMessage(), e);
    }
  }

  private UpAxis up() {
    try {
      return ReadAs.parseUp(up);
    } catch (IllegalArgumentException e) {
      throw new IllegalArgumentException("--up: " + e.getMessage(), e);
    }
  }
}
