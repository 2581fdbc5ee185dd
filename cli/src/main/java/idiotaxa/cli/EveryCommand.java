package idiotaxa.cli;

import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.format.PlyWriter;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/**
 * Runs every command once on a small model. A Java that keeps what it has loaded of a program is shown this when the
 * program is built, so that each command starts sooner afterwards; see {@code ./idiotaxa}.
 */
public final class EveryCommand {
  /** Corners of a square, as x and y. */
  private static final float[][] SQUARE = {{0, 0}, {1, 0}, {1, 1}, {0, 1}};

  private static final int[] COLORS = {0xFFFF0000, 0xFF0000FF};

  private EveryCommand() {}

  public static void main(String[] args) throws IOException {
    Path folder = Files.createTempDirectory("idiotaxa-commands");
    try {
      run(folder);
    } finally {
      try (Stream<Path> files = Files.walk(folder)) {
        for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
          Files.delete(file);
        }
      }
    }
  }

  private static void run(Path folder) throws IOException {
    Mesh mesh = twoSquares();
    String target = write(folder.resolve("target.glb"), out -> GlbWriter.write(mesh, out));
    String source = write(folder.resolve("source.ply"), out -> PlyWriter.write(mesh, out));
    String baked = folder.resolve("baked").toString();
    run("bake", target, "--source", source, "--size", "64", "--masks", "--out", baked);
    run("inspect", target, source);
    run("carry", target, target, "--out", folder.resolve("carried").toString());
    run("clean", baked + "/target_1001_id.png", "--out", folder.resolve("cleaned").toString());
  }

  private static void run(String... arguments) {
    int exit = Main.run(new PrintWriter(System.out, true), new PrintWriter(System.err, true), arguments);
    if (exit != Main.WRITTEN) {
      throw new IllegalStateException(String.join(" ", arguments) + " ended with " + exit);
    }
  }

  private interface Writing {
    void to(OutputStream out) throws IOException;
  }

  private static String write(Path file, Writing writing) throws IOException {
    try (OutputStream out = Files.newOutputStream(file)) {
      writing.to(out);
    }
    return file.toString();
  }

  private static Mesh twoSquares() {
    MeshBuilder builder = new MeshBuilder();
    for (int part : List.of(0, 1)) {
      builder.part("square" + part);
      builder.face(part, Mesh.NO_MATERIAL);
      for (float[] corner : SQUARE) {
        builder.corner(builder.vertex(corner[0] + 2 * part, corner[1], 0));
        builder.uv((corner[0] + part) * 0.4f, corner[1] * 0.8f);
        builder.color(COLORS[part]);
      }
    }
    return builder.build();
  }
}
