package idiotaxa.bench;

import idiotaxa.core.check.ModelInspector;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.format.PlyWriter;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.work.Progress;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.SplittableRandom;

/**
 * Reads and inspects 10,000 files that were damaged at random: each must end in a mesh or in one sentence of ours.
 */
final class MutationBench implements Main.Benchmark {
  private static final int FILES_A_FORMAT = 3334;
  private static final long SEED = 20_261_126L;

  private interface Writer {
    void write(Mesh mesh, ByteArrayOutputStream out) throws IOException;
  }

  private static byte[] bytes(Mesh mesh, Writer writer) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    writer.write(mesh, out);
    return out.toByteArray();
  }

  private static byte[] obj(Mesh mesh) {
    StringBuilder text = new StringBuilder("o buoy\n");
    float[] p = mesh.positions();
    for (int v = 0; v < p.length; v += 3) {
      text.append(String.format(Locale.ROOT, "v %.5f %.5f %.5f\n", p[v], p[v + 1], p[v + 2]));
      text.append(String.format(Locale.ROOT, "vt %.5f %.5f\n", p[v], p[v + 1]));
    }
    for (int f = 0; f < mesh.faceCount(); f++) {
      text.append('f');
      for (int c = mesh.faceStart()[f]; c < mesh.faceStart()[f + 1]; c++) {
        int v = mesh.cornerVertex()[c] + 1;
        text.append(' ').append(v).append('/').append(v);
      }
      text.append('\n');
    }
    return text.toString().getBytes(StandardCharsets.UTF_8);
  }

  @Override
  public void run() throws IOException {
    Mesh mesh = ChannelMarkerBuoy.source(SaltmarshPalette.create(), 1);
    Map<String, byte[]> valid = new LinkedHashMap<>();
    valid.put("glb", bytes(mesh, GlbWriter::write));
    valid.put("ply", bytes(mesh, PlyWriter::write));
    valid.put("obj", obj(mesh));
    System.out.printf("%,d files damaged at random, seed %d%n%n", FILES_A_FORMAT * valid.size(), SEED);
    System.out.println("| format | bytes | files | read | refused | anything else | slowest, ms |");
    System.out.println("|---|---|---|---|---|---|---|");
    Path folder = Files.createTempDirectory("idiotaxa-mutations");
    SplittableRandom random = new SplittableRandom(SEED);
    for (Map.Entry<String, byte[]> format : valid.entrySet()) {
      run(format.getKey(), format.getValue(), folder, random);
    }
    System.out.println();
  }

  private static void run(
      String format, byte[] valid, Path folder, SplittableRandom random)
      throws IOException {
    int refused = 0;
    int wrong = 0;
    long slowest = 0;
    Path file = folder.resolve("m." + format);
    for (int i = 0; i < FILES_A_FORMAT; i++) {
      Files.write(file, mutated(valid, random));
      long begin = System.nanoTime();
      try {
        ModelInspector.inspect(
            MeshFiles.read(FileBundle.beside(file)), file.getFileName().toString(), Progress.NONE);
      } catch (FormatException e) {
        refused++;
      } catch (RuntimeException | OutOfMemoryError | StackOverflowError e) {
        wrong++;
        System.err.println(format + " " + i + ": " + e);
      }
      slowest = Math.max(slowest, System.nanoTime() - begin);
    }
    System.out.printf(
        Locale.ROOT,
        "| %s | %,d | %,d | %,d | %,d | %,d | %,.0f |%n",
        format, valid.length, FILES_A_FORMAT, FILES_A_FORMAT - refused - wrong, refused, wrong, slowest / 1e6);
  }

  /** Bytes flipped, mostly in the first kilobytes where structure is; one in eight is cut short. */
  private static byte[] mutated(byte[] valid, SplittableRandom random) {
    byte[] out =
        random.nextInt(8) == 0
            ? Arrays.copyOf(valid, random.nextInt(1, valid.length))
            : valid.clone();
    for (int n = random.nextInt(1, 9); n > 0; n--) {
      int within = random.nextBoolean() ? Math.min(out.length, 4096) : out.length;
      out[random.nextInt(within)] =
          (byte) (random.nextBoolean() ? random.nextInt(256) : "0123456789-.eE{}[],:\" /".charAt(random.nextInt(23)));
    }
    return out;
  }
}
