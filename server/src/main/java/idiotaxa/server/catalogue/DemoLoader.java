package idiotaxa.server.catalogue;

import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.group.Palette;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.demo.BellFloat;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.ChannelMarkerBuoyB;
import idiotaxa.demo.HullPlate;
import idiotaxa.demo.SaltmarshPalette;
import idiotaxa.demo.StormLantern;
import idiotaxa.server.IdiotaxaProperties;
import idiotaxa.server.asset.AssetStore;
import idiotaxa.server.asset.RevisionStore;
import idiotaxa.server.blob.BlobFiles;
import idiotaxa.server.bringin.ImportService;
import idiotaxa.server.known.LearnService;
import idiotaxa.server.palette.PaletteService;
import idiotaxa.server.palette.PaletteUse;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.stereotype.Component;

/** Fills an empty database with the demo models, when asked to. */
@Component
public class DemoLoader implements ApplicationRunner {
  /** The one that every database begins with. */
  private static final long FIRST_SHOW = 1;

  private final IdiotaxaProperties properties;
  private final AssetStore assets;
  private final PaletteService palettes;
  private final PaletteUse use;
  private final ImportService imports;
  private final BlobFiles files;
  private final DemoLantern finished;
  private final DemoRevised sorted;
  private final LearnService learning;

  public DemoLoader(
      IdiotaxaProperties properties,
      AssetStore assets,
      PaletteService palettes,
      PaletteUse use,
      ImportService imports,
      BlobFiles files,
      DemoLantern finished,
      DemoRevised sorted,
      LearnService learning) {
    this.properties = properties;
    this.assets = assets;
    this.palettes = palettes;
    this.use = use;
    this.imports = imports;
    this.files = files;
    this.finished = finished;
    this.sorted = sorted;
    this.learning = learning;
  }

  @Override
  public void run(ApplicationArguments arguments) throws IOException {
    if (properties.loadDemo() && assets.ids(null).isEmpty()) {
      load();
    }
  }

  /** Makes the assets of the scenario, which share a palette. */
  private void load() throws IOException {
    Palette palette = SaltmarshPalette.create();
    long shared = palettes.create(palette, FIRST_SHOW);
    long buoy = create("Channel marker buoy", shared);
    bringIn(buoy, RevisionStore.TARGET, "channel_marker_buoy.glb", ChannelMarkerBuoy.target());
    bringIn(
        buoy,
        RevisionStore.SOURCE,
        "channel_marker_buoy_high.glb",
        ChannelMarkerBuoy.source(palette));
    long lantern = create("Storm lantern", shared);
    long target =
        bringIn(lantern, RevisionStore.TARGET, "storm_lantern.glb", StormLantern.target());
    finished.finish(lantern, target);
    bringIn(
        create("Bell float", shared), RevisionStore.TARGET, "bell_float.glb", BellFloat.target());
    bringIn(
        create("Hull plate", shared), RevisionStore.TARGET, "hull_plate.glb", HullPlate.target());
    long revised = create("Channel marker buoy B", shared);
    long before =
        bringIn(
            revised, RevisionStore.TARGET, "channel_marker_buoy.glb", ChannelMarkerBuoy.target());
    if (sorted.sort(revised, before)) {
      // Its bolts and chain are those of the bell float, which so arrives with pieces that are known.
      learning.learn(revised);
      bringIn(
          revised,
          RevisionStore.TARGET,
          "channel_marker_buoy_b.glb",
          ChannelMarkerBuoyB.target());
    }
  }

  private long create(String name, long palette) {
    long asset = assets.create(name, FIRST_SHOW);
    use.choose(asset, palette);
    return asset;
  }

  private long bringIn(long asset, String role, String name, Mesh mesh) throws IOException {
    Path file = files.temporary(".glb");
    try {
      try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file))) {
        GlbWriter.write(mesh, out);
      }
      return imports.take(asset, role, Map.of(name, file), null);
    } finally {
      Files.deleteIfExists(file);
    }
  }
}
