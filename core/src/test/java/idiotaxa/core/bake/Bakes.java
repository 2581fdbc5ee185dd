package idiotaxa.core.bake;

import idiotaxa.core.group.Group;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.pairing.PairingRules;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Progress;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Short ways to a bake, for tests. */
public final class Bakes {
  private Bakes() {}

  public static List<Group> groups(int count) {
    List<Group> out = new ArrayList<>();
    for (int i = 1; i <= count; i++) {
      out.add(Group.of(i, "group " + i, i * 0x112233 & 0xFFFFFF));
    }
    return out;
  }

  public static OriginReading claims(Mesh mesh, int... faceGroup) {
    int most = 0;
    for (int group : faceGroup) {
      most = Math.max(most, group);
    }
    return Origins.claims(mesh, faceGroup, groups(most));
  }

  /** From a source, all parts on all. */
  public static PreparedBake fromSource(Mesh target, Mesh source, OriginReading reading, Reach reach) {
    return PreparedBake.fromSource(
        target,
        TracedSource.of(source, 2, Progress.NONE),
        reading,
        new RayPlan(Pairing.all(target, source, PairingRules.PLAIN), Optional.of(reach)),
        2,
        Progress.NONE);
  }

  /** The first sheet. */
  public static BakedSheet bake(PreparedBake prepared, Mesh target, SheetSettings settings) {
    Sheet sheet = SheetLayout.fitting(target).divide(target).get(0);
    return prepared.bake(sheet, settings, Progress.NONE);
  }

  public static SheetSettings settings(int size, int samples, boolean isExact) {
    return new SheetSettings(size, size, samples, isExact, 2);
  }
}
