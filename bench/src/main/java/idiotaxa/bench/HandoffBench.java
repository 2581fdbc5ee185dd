package idiotaxa.bench;

import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.handoff.GroupedMesh;
import idiotaxa.core.handoff.HandoffRequest;
import idiotaxa.core.handoff.OriginalModel;
import idiotaxa.core.handoff.HandoffSheet;
import idiotaxa.core.handoff.HandoffWriter;
import idiotaxa.core.handoff.PackageSink;
import idiotaxa.core.map.SheetMapsFile;
import idiotaxa.core.mask.GreyImages;
import idiotaxa.core.mask.MaskPlanJson;
import idiotaxa.core.mask.MaskSheet;
import idiotaxa.core.mask.MaskTarget;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.template.Padded;
import idiotaxa.core.template.ReadyTemplates;
import idiotaxa.core.template.Template;
import idiotaxa.core.template.TemplateLine;
import idiotaxa.core.template.What;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.lang.management.ManagementFactory;
import java.lang.management.MemoryPoolMXBean;
import java.lang.management.MemoryType;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;

/**
 * Hand-offs of a wall of 20 UDIM tiles, each full of patches of twelve groups, whose maps lie on the disk as
 * the server keeps them; and the files of one sheet by kind. Times, and the heap that was used at most.
 */
final class HandoffBench implements Main.Benchmark {
  private static final int TILES = 20;
  private static final int PATCHES = 24;
  private static final int GROUPS = 12;
  private static final int SIZE = 4096;
  private static final int SAMPLES = 16;
  private static final int PADDING = 16;
  private static final int RUNS = 3;

  private final Mesh wall = wall();
  private final List<Group> groups = new ArrayList<>();
  private final MaskTarget target = MaskTarget.of(wall);

  @Override
  public void run() throws IOException {
    for (int g = 1; g <= GROUPS; g++) {
      groups.add(Group.of(g, "group " + g, 0x151515 * g));
    }
    Path folder = Files.createTempDirectory("idiotaxa-bench-handoff");
    try {
      List<HandoffSheet> sheets = bake(folder);
      System.out.printf("%n### Files of one sheet of %d²%n%n", SIZE);
      System.out.println("| files | ms, best of " + RUNS + " | MB written |");
      System.out.println("|---|---|---|");
      List<HandoffSheet> one = List.of(loaded(sheets.get(0)));
      for (What what : List.of(What.ID_MAP, What.FILTERED_ID_MAP, What.INDEX_MAP, What.MASK, What.LAYERS, What.COVERAGE)) {
        time(what, one);
      }
      System.out.printf("%n### %d tiles of %d²%n%n", TILES, SIZE);
      System.out.println("| template | files | s | MB written | heap at most, MB |");
      System.out.println("|---|---|---|---|---|");
      for (Template template : List.of(ReadyTemplates.all().get(0), ReadyTemplates.all().get(1))) {
        write(template, sheets);
      }
    } finally {
      for (int t = 0; t < TILES; t++) {
        Files.deleteIfExists(folder.resolve("maps" + t));
      }
      Files.delete(folder);
    }
  }

  private static HandoffSheet loaded(HandoffSheet sheet) throws IOException {
    MaskSheet maps = sheet.maps().load();
    return new HandoffSheet(sheet.name(), sheet.report(), sheet.groups(), () -> maps);
  }

  private static Mesh wall() {
    MeshBuilder builder = new MeshBuilder();
    for (int tile = 0; tile < TILES; tile++) {
      int part = builder.part("plate " + tile);
      int first = builder.vertexCount();
      for (int y = 0; y <= PATCHES; y++) {
        for (int x = 0; x <= PATCHES; x++) {
          builder.vertex(tile + x / (double) PATCHES, y / (double) PATCHES, 0);
        }
      }
      for (int y = 0; y < PATCHES; y++) {
        for (int x = 0; x < PATCHES; x++) {
          builder.face(part, Mesh.NO_MATERIAL);
          for (int[] c : new int[][] {{x, y}, {x + 1, y}, {x + 1, y + 1}, {x, y + 1}}) {
            builder.corner(first + c[1] * (PATCHES + 1) + c[0]);
            builder.uv(
                tile % 10 + 0.02f + 0.96f * c[0] / PATCHES,
                tile / 10 + 0.02f + 0.96f * c[1] / PATCHES);
          }
        }
      }
    }
    return builder.build();
  }

  private List<HandoffSheet> bake(Path folder) throws IOException {
    int[] faces = new SplittableRandom(4).ints(wall.faceCount(), 1, GROUPS + 1).toArray();
    OriginReading reading = Origins.claims(wall, faces, groups);
    PreparedBake prepared = PreparedBake.fromTarget(wall, reading);
    List<HandoffSheet> sheets = new ArrayList<>();
    for (Sheet sheet : SheetLayout.UDIM.divide(wall)) {
      BakedSheet baked =
          prepared.bake(
              sheet, new SheetSettings(SIZE, SIZE, SAMPLES, false, Parallel.cores()), Progress.NONE);
      Path file = folder.resolve("maps" + sheets.size());
      try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file))) {
        SheetMapsFile.write(baked.maps(), out);
      }
      sheets.add(
          new HandoffSheet(
              sheet.name(), baked.report(), baked.maps().presentGroups(), () -> load(sheet, file)));
    }
    return sheets;
  }

  private MaskSheet load(Sheet sheet, Path file) throws IOException {
    try (InputStream in = new BufferedInputStream(Files.newInputStream(file))) {
      return target.sheet(sheet, SheetMapsFile.read(in), Parallel.cores());
    }
  }

  private HandoffRequest request(List<HandoffSheet> sheets, Template template) {
    return new HandoffRequest(
        "wall",
        "A",
        Instant.EPOCH,
        new Palette("p", groups),
        sheets,
        () -> GroupedMesh.ofFaces(wall, new int[wall.faceCount()]),
        new OriginalModel("none.stl", false, () -> { throw new IllegalStateException("no line asks for it"); }),
        new HandoffRequest.MaskRequest(MaskPlanJson.parse("{}"), target, GreyImages.NONE),
        new HandoffRequest.Settings("claims", SIZE, SIZE, SAMPLES, PADDING, new Reach(0, 0), "none"),
        template);
  }

  /** Counts what would be written. */
  private static final class Nowhere extends OutputStream implements PackageSink {
    private long bytes;

    @Override
    public void put(String path, Content content) throws IOException {
      content.writeTo(this);
    }

    @Override
    public void write(int value) {
      bytes++;
    }

    @Override
    public void write(byte[] values, int from, int length) {
      bytes += length;
    }
  }

  private void time(What what, List<HandoffSheet> sheet) throws IOException {
    TemplateLine line = TemplateLine.image(what, "{sheet}_{mask}" + ending(what)).padded(Padded.NO);
    if (what != What.MASK) {
      line = TemplateLine.image(what, "{sheet}" + ending(what)).padded(Padded.NO);
    }
    Template template = new Template(what.word(), List.of(line));
    double best = Double.POSITIVE_INFINITY;
    Nowhere sink = new Nowhere();
    for (int run = 0; run < RUNS; run++) {
      sink = new Nowhere();
      long start = System.nanoTime();
      new HandoffWriter(request(sheet, template), sink, Parallel.cores(), Progress.NONE).write();
      best = Math.min(best, (System.nanoTime() - start) / 1e6);
    }
    System.out.printf(Locale.ROOT, "| %s | %.0f | %.1f |%n", words(what), best, sink.bytes / 1e6);
  }

  private static String words(What what) {
    return switch (what) {
      case MASK -> "masks of 12 groups";
      case LAYERS -> "layers of 12 groups (OpenRaster)";
      case COVERAGE -> "coverages of 12 groups (OpenEXR)";
      case ID_MAP -> "ID map, with its pick test";
      default -> what.word();
    };
  }

  private static String ending(What what) {
    return "." + what.formats().get(0).word();
  }

  private void write(Template template, List<HandoffSheet> sheets) throws IOException {
    System.gc();
    List<MemoryPoolMXBean> pools = ManagementFactory.getMemoryPoolMXBeans();
    pools.forEach(MemoryPoolMXBean::resetPeakUsage);
    Nowhere sink = new Nowhere();
    long start = System.nanoTime();
    int files =
        new HandoffWriter(request(sheets, template), sink, Parallel.cores(), Progress.NONE)
            .write()
            .size();
    double seconds = (System.nanoTime() - start) / 1e9;
    long peak =
        pools.stream()
            .filter(p -> p.getType() == MemoryType.HEAP)
            .mapToLong(p -> p.getPeakUsage().getUsed())
            .sum();
    System.out.printf(
        Locale.ROOT,
        "| %s | %d | %.1f | %.0f | %.0f |%n",
        template.name(), files, seconds, sink.bytes / 1e6, peak / 1e6);
  }
}
