package idiotaxa.server.bringin;

import idiotaxa.core.format.ReadAs;
import io.swagger.v3.oas.annotations.media.Schema;

/**
 * What a model file does not say of itself.
 *
 * @param unit of its coordinates
 * @param up its axis that points up
 * @param uvSet number of the UV set that receives maps, from 0; only glTF has more than one; absent for 0
 * @param colorSet number of the vertex colours that are read, the same
 */
public record ReadAsView(
    @Schema(allowableValues = {"mm", "cm", "m", "in", "ft"}) String unit,
    @Schema(allowableValues = {"y", "z"}) String up,
    Integer uvSet,
    Integer colorSet) {
  public ReadAsView {
    uvSet = uvSet == null ? 0 : uvSet;
    colorSet = colorSet == null ? 0 : colorSet;
  }

  static ReadAsView of(ReadAs as) {
    return new ReadAsView(as.unit().word(), as.upWord(), as.uvSet(), as.colorSet());
  }

  /**
   * @throws IllegalArgumentException naming the field that is wrong
   */
  ReadAs parsed() {
    if (unit == null || up == null) {
      throw new IllegalArgumentException((unit == null ? "unit" : "up") + " is missing.");
    }
    return new ReadAs(ReadAs.Unit.parse(unit), ReadAs.parseUp(up), uvSet, colorSet);
  }
}
