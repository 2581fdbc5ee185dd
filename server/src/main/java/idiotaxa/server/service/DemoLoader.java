package idiotaxa.server.service;

import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import idiotaxa.demo.StormLantern;
import idiotaxa.server.IdiotaxaProperties;
import idiotaxa.server.store.AssetStore;
import idiotaxa.server.store.GroupStore;
import idiotaxa.server.store.RevisionStore;
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
  private final IdiotaxaProperties properties;
  private final AssetStore assets;
  private final GroupStore groups;
  private final ImportService imports;
  private final BlobFiles files;

  public DemoLoader(
      IdiotaxaProperties properties,
      AssetStore assets,
      GroupStore groups,
      ImportService imports,
      BlobFiles files) {
    this.properties = properties;
    this.assets = assets;
    this.groups = groups;
    this.imports = imports;
    this.files = files;
  }

  @Override
  public void run(ApplicationArguments arguments) throws IOException {
    if (properties.loadDemo() && assets.list().isEmpty()) {
      load();
    }
  }

  /** Makes the assets of the scenario, each with the groups of its palette. */
  private void load() throws IOException {
    Palette palette = SaltmarshPalette.create();
    long buoy = create("Channel marker buoy", palette);
    bringIn(buoy, RevisionStore.TARGET, "channel_marker_buoy.glb", ChannelMarkerBuoy.target());
    bringIn(
        buoy,
        RevisionStore.SOURCE,
        "channel_marker_buoy_high.glb",
        ChannelMarkerBuoy.source(palette));
    long lantern = create("Storm lantern", palette);
    bringIn(lantern, RevisionStore.TARGET, "storm_lantern.glb", StormLantern.target());
  }

  private long create(String name, Palette palette) {
    long asset = assets.create(name);
    for (Group group : palette.groups()) {
      groups.create(asset, group);
    }
    return asset;
  }

  private void bringIn(long asset, String role, String name, Mesh mesh) throws IOException {
    Path file = files.temporary(".glb");
    try {
      try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file))) {
        GlbWriter.write(mesh, out);
      }
      imports.take(asset, role, Map.of(name, file), null);
    } finally {
      Files.deleteIfExists(file);
    }
  }
}
