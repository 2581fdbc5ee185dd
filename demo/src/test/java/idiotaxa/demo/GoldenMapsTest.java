package idiotaxa.demo;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.bake.BakeKey;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.RayPlan;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.pairing.PairingRules;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.trace.TracedSource;
import idiotaxa.core.work.Progress;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.zip.CRC32;
import org.junit.jupiter.api.Test;

/**
 * The index maps of the demo's bakes, by checksum, beside the engine that made them. When one changes, what was
 * baked before is not what would be baked now: raise {@link BakeKey#ENGINE} and write both down anew.
 */
class GoldenMapsTest {
  private static final int ENGINE = 5;
  private static final int SIZE = 512;

  private static long checksum(PreparedBake prepared, Mesh target) {
    CRC32 sum = new CRC32();
    for (Sheet sheet : SheetLayout.fitting(target).divide(target)) {
      char[] groups =
          prepared
              .bake(sheet, new SheetSettings(SIZE, SIZE, 16, false, 2), Progress.NONE)
              .maps()
              .groups();
      for (char group : groups) {
        sum.update(group >> 8);
        sum.update(group);
      }
    }
    return sum.getValue();
  }

  private static long fromTarget(Mesh target, IdOrigin origin) {
    OriginReading reading = Origins.read(target, origin, List.of());
    return checksum(PreparedBake.fromTarget(target, reading), target);
  }

  private static long fromSource(Mesh target, Mesh source, IdOrigin origin) {
    Pairing pairing = Pairing.all(target, source, PairingRules.PLAIN);
    PreparedBake prepared =
        PreparedBake.fromSource(
            target,
            TracedSource.of(source, 2, Progress.NONE),
            Origins.read(source, origin, List.of()),
            new RayPlan(pairing, Optional.empty()),
            2,
            Progress.NONE);
    return checksum(prepared, target);
  }

  @Test
  void mapsOfTheDemoAreThoseOfThisEngine() {
    assertThat(BakeKey.ENGINE).as("engine that the checksums belong to").isEqualTo(ENGINE);
    Mesh buoy = ChannelMarkerBuoy.target();
    Mesh dense = ChannelMarkerBuoy.source(SaltmarshPalette.create(), 3);
    Mesh lantern = StormLantern.target();
    assertThat(
            Map.of(
                "buoy, materials", fromTarget(buoy, IdOrigin.MATERIALS),
                "buoy, parts", fromTarget(buoy, IdOrigin.PARTS),
                "buoy, vertex colours of the source", fromSource(buoy, dense, IdOrigin.VERTEX_COLORS),
                "lantern, parts", fromTarget(lantern, IdOrigin.PARTS)))
        .isEqualTo(
            Map.of(
                "buoy, materials", 1004122621L,
                "buoy, parts", 3412668447L,
                "buoy, vertex colours of the source", 1904611094L,
                "lantern, parts", 4171683767L));
  }
}
