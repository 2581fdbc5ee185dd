package idiotaxa.bench;

import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.bake.PreparedBake;
import idiotaxa.core.bake.SheetSettings;
import idiotaxa.core.clean.CleanSettings;
import idiotaxa.core.clean.ImageCleaner;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.image.PixelImage;
import idiotaxa.core.image.TextureImage;
import idiotaxa.core.map.SheetImages;
import idiotaxa.core.mask.Borders;
import idiotaxa.core.mask.GreyImages;
import idiotaxa.core.mask.MaskMaker;
import idiotaxa.core.mask.MaskPart;
import idiotaxa.core.mask.MaskSheet;
import idiotaxa.core.mask.MaskSpec;
import idiotaxa.core.mask.MaskStep;
import idiotaxa.core.mask.MaskTarget;
import idiotaxa.core.mask.PickTest;
import idiotaxa.core.mask.Specks;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.work.Parallel;
import idiotaxa.core.work.Progress;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import java.awt.image.BufferedImage;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;
import java.util.function.Supplier;

/**
 * Masks on two maps: the demo buoy's, whose islands are mostly of one group, and a plate that is one island with
 * 4,096 patches of twelve groups, so that borders are everywhere. Milliseconds, the best of three.
 */
final class MaskBench implements Main.Benchmark {
  private static final int[] SIZES = {2048, 4096, 8192};
  private static final int PATCHES = 64;
  private static final int GROUPS = 12;
  private static final int RUNS = 3;

  @Override
  public void run() {
    Mesh buoy = ChannelMarkerBuoy.target();
    print("the buoy", buoy, Origins.read(buoy, IdOrigin.PARTS, SaltmarshPalette.create().groups()));
    Mesh plate = plate();
    SplittableRandom random = new SplittableRandom(4);
    int[] groups = random.ints(plate.faceCount(), 1, GROUPS + 1).toArray();
    List<Group> palette = new ArrayList<>();
    for (int g = 1; g <= GROUPS; g++) {
      palette.add(Group.of(g, "group " + g, 0x151515 * g));
    }
    print("the plate", plate, Origins.claims(plate, groups, palette));
  }

  private static Mesh plate() {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("plate");
    for (int y = 0; y <= PATCHES; y++) {
      for (int x = 0; x <= PATCHES; x++) {
        builder.vertex(x / (double) PATCHES, y / (double) PATCHES, 0);
      }
    }
    for (int y = 0; y < PATCHES; y++) {
      for (int x = 0; x < PATCHES; x++) {
        builder.face(part, Mesh.NO_MATERIAL);
        for (int[] c : new int[][] {{x, y}, {x + 1, y}, {x + 1, y + 1}, {x, y + 1}}) {
          builder.corner(c[1] * (PATCHES + 1) + c[0]);
          builder.uv(c[0] / (float) PATCHES, c[1] / (float) PATCHES);
        }
      }
    }
    return builder.build();
  }

  private static void print(String name, Mesh mesh, OriginReading reading) {
    System.out.println("Masks of " + name + ": ms, the best of " + RUNS);
    System.out.println();
    System.out.println("| work | 2048² | 4096² | 8192² |");
    System.out.println("|---|---|---|---|");
    List<MaskSheet> sheets = new ArrayList<>();
    MaskTarget target = MaskTarget.of(mesh);
    List<Long> islands = new ArrayList<>();
    for (int size : SIZES) {
      Sheet sheet = SheetLayout.fitting(mesh).divide(mesh).get(0);
      BakedSheet baked =
          PreparedBake.fromTarget(mesh, reading)
              .bake(sheet, new SheetSettings(size, size, 16, false, Parallel.cores()), Progress.NONE);
      islands.add(best(() -> target.sheet(sheet, baked.maps(), Parallel.cores())));
      sheets.add(target.sheet(sheet, baked.maps(), Parallel.cores()));
    }
    printRow("islands of all texels", islands);
    printMask(target, sheets, "a group as it is");
    for (double px : new double[] {1, 8, 64}) {
      printMask(target, sheets, "grow " + px + " px", MaskStep.px(MaskStep.Kind.GROW, px));
    }
    printMask(target, sheets, "shrink 8 px", MaskStep.px(MaskStep.Kind.SHRINK, 8));
    for (double px : new double[] {3, 16, 64}) {
      printMask(target, sheets, "feather " + px + " px", MaskStep.px(MaskStep.Kind.FEATHER, px));
    }
    for (double mm : new double[] {2, 20}) {
      printMask(
          target, sheets, "grow " + mm + " mm on the surface", MaskStep.mm(MaskStep.Kind.GROW, mm));
    }
    printRow("specks of at most 8 texels", sheets, sheet -> Specks.find(sheet, Specks.USUAL));
    printRow("lengths of all borders", sheets, Borders::of);
    printRow(
        "pick test, filtered",
        sheets,
        sheet ->
            PickTest.of(
                sheet.maps().padded(0, Parallel.cores()),
                new Palette("", reading.groups()),
                PickTest.Variant.FILTERED,
                Parallel.cores()));
    List<Long> cleaning = new ArrayList<>();
    for (MaskSheet sheet : sheets) {
      TextureImage image = filtered(sheet, new Palette("", reading.groups()));
      cleaning.add(
          best(
              () ->
                  ImageCleaner.clean(
                      image,
                      new Palette("", List.of()),
                      new CleanSettings(12, 0),
                      Parallel.cores(),
                      Progress.NONE)));
    }
    printRow("clean the filtered ID map", cleaning);
    System.out.println();
  }

  private static TextureImage filtered(MaskSheet sheet, Palette palette) {
    PixelImage map =
        new SheetImages(sheet.maps().padded(0, Parallel.cores()), palette).filteredIdMap();
    BufferedImage image =
        new BufferedImage(map.width(), map.height(), BufferedImage.TYPE_3BYTE_BGR);
    PixelImage.Rows rows = map.rows().get();
    byte[] row = new byte[3 * map.width()];
    for (int y = 0; y < map.height(); y++) {
      rows.row(y, row, 0);
      for (int x = 0; x < map.width(); x++) {
        image.setRGB(
            x, y, (row[3 * x] & 0xFF) << 16 | (row[3 * x + 1] & 0xFF) << 8 | row[3 * x + 2] & 0xFF);
      }
    }
    return new TextureImage(image);
  }

  private static void printMask(
      MaskTarget target, List<MaskSheet> sheets, String what, MaskStep... steps) {
    MaskSpec spec =
        new MaskSpec(
            "m",
            List.of(
                MaskPart.ofGroup(1, MaskPart.How.ADD), MaskPart.ofGroup(2, MaskPart.How.ADD)),
            List.of(steps),
            8);
    MaskMaker maker =
        new MaskMaker(target, List.of(spec), GreyImages.NONE, Parallel.cores(), Progress.NONE);
    printRow(what, sheets, sheet -> maker.make(spec, List.of(sheet)));
  }

  private interface Work {
    Object on(MaskSheet sheet);
  }

  private static void printRow(String what, List<MaskSheet> sheets, Work work) {
    printRow(what, sheets.stream().map(sheet -> best(() -> work.on(sheet))).toList());
  }

  private static void printRow(String what, List<Long> millis) {
    System.out.printf(
        Locale.ROOT,
        "| %s | %d | %d | %d |%n",
        what,
        millis.get(0),
        millis.get(1),
        millis.get(2));
  }

  /** Milliseconds of the best of some runs. */
  private static long best(Supplier<Object> work) {
    long best = Long.MAX_VALUE;
    for (int run = 0; run < RUNS; run++) {
      long begin = System.nanoTime();
      if (work.get() == null) {
        throw new IllegalStateException("work without a result");
      }
      best = Math.min(best, (System.nanoTime() - begin) / 1_000_000);
    }
    return best;
  }
}
