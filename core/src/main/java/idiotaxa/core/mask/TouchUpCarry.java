package idiotaxa.core.mask;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.raster.Sheet;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Takes touch-ups to another revision where its UVs are the old ones at their places. The others stay as they
 * are, known to be of a layout that is gone.
 */
public final class TouchUpCarry {
  private final Map<String, StayedUvs> stayed = new HashMap<>();
  private final Map<String, String> oldKeys = new HashMap<>();
  private final Map<String, String> freshKeys = new HashMap<>();

  private TouchUpCarry(Mesh old, List<Sheet> oldSheets, Mesh fresh, List<Sheet> freshSheets) {
    for (Sheet before : oldSheets) {
      oldKeys.put(before.name(), MaskTarget.layoutKey(old, before));
      for (Sheet now : freshSheets) {
        boolean isSame =
            now.name().equals(before.name())
                && now.tileU() == before.tileU()
                && now.tileV() == before.tileV();
        if (isSame) {
          freshKeys.put(now.name(), MaskTarget.layoutKey(fresh, now));
          stayed.put(now.name(), new StayedUvs(old, before, fresh, now));
        }
      }
    }
  }

  /**
   * @param touchUps all in their order, those that could be taken with the new layout
   * @param lost how many were of the old layout and could not be taken
   */
  public record Result(List<TouchUp> touchUps, int lost) {}

  /**
   * @param old with UVs, divided into {@code oldSheets}, and {@code fresh} likewise
   */
  public static Result of(
      List<TouchUp> touchUps, Mesh old, List<Sheet> oldSheets, Mesh fresh, List<Sheet> freshSheets) {
    TouchUpCarry carry = new TouchUpCarry(old, oldSheets, fresh, freshSheets);
    List<TouchUp> out = new ArrayList<>();
    int lost = 0;
    for (TouchUp touchUp : touchUps) {
      boolean isOfOld = touchUp.layout().equals(carry.oldKeys.get(touchUp.sheet()));
      if (isOfOld && carry.hasStayed(touchUp)) {
        out.add(touchUp.on(carry.freshKeys.get(touchUp.sheet())));
      } else {
        out.add(touchUp);
        lost += isOfOld ? 1 : 0;
      }
    }
    return new Result(out, lost);
  }

  /** Whether every place of it that lies on the model does so in UVs that are there still. */
  private boolean hasStayed(TouchUp touchUp) {
    StayedUvs uvs = stayed.get(touchUp.sheet());
    if (uvs == null) {
      return false;
    }
    boolean isAnywhere = false;
    for (int i = 0; i < touchUp.path().size(); i += 2) {
      StayedUvs.Place place = uvs.at(touchUp.path().get(i), touchUp.path().get(i + 1));
      if (place == StayedUvs.Place.CHANGED) {
        return false;
      }
      isAnywhere |= place == StayedUvs.Place.STAYED;
    }
    int size = touchUp.size();
    for (int r = 0; r < touchUp.runs().size(); r += 2) {
      int first = touchUp.runs().get(r);
      int last = touchUp.runs().get(r + 1) - 1;
      for (int texel : new int[] {first, (first + last) / 2, last}) {
        double u = (texel % size + 0.5) / size;
        double v = 1 - (texel / size + 0.5) / size;
        if (uvs.at(u, v) == StayedUvs.Place.CHANGED) {
          return false;
        }
      }
    }
    return isAnywhere;
  }
}
