package idiotaxa.bench;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.format.PlyWriter;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;

/** Readers on growing sources with vertex colours, warm: the best of eight after a first. */
final class ReadBench implements Main.Benchmark {
  private static final int[] FINENESS = {2, 5, 16, 37};
  private static final int RUNS = 8;

  /** Writes a mesh in one format. */
  private interface Writer {
    void write(Mesh mesh, OutputStream out) throws IOException;
  }

  @Override
  public void run() throws IOException {
    Path folder = Files.createTempDirectory("idiotaxa-bench-read");
    System.out.println("Reading sources with vertex colours, warm, best of eight");
    System.out.println();
    System.out.println("| triangles | format | file, MB | read, ms | MB/s | mesh in memory, MB |");
    System.out.println("|---|---|---|---|---|---|");
    for (int fineness : FINENESS) {
      Mesh mesh = ChannelMarkerBuoy.source(SaltmarshPalette.create(), fineness);
      printRow(mesh, folder.resolve("m.ply"), PlyWriter::write);
      printRow(mesh, folder.resolve("m.glb"), GlbWriter::write);
      printRow(mesh, folder.resolve("m.obj"), ReadBench::writeObj);
    }
    System.out.println();
  }

  private static void printRow(Mesh mesh, Path file, Writer writer) throws IOException {
    try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(file))) {
      writer.write(mesh, out);
    }
    long best = Long.MAX_VALUE;
    Mesh read = MeshFiles.read(FileBundle.beside(file));
    for (int i = 0; i < RUNS; i++) {
      long begin = System.nanoTime();
      read = MeshFiles.read(FileBundle.beside(file));
      best = Math.min(best, System.nanoTime() - begin);
    }
    double mb = Files.size(file) / 1e6;
    System.out.printf(
        Locale.ROOT,
        "| %,d | %s | %.1f | %d | %.0f | %.0f |%n",
        read.triangleCount(),
        file.toString().replaceAll(".*\\.", "").toUpperCase(Locale.ROOT),
        mb,
        best / 1_000_000,
        mb / (best / 1e9),
        bytes(read) / 1e6);
    Files.delete(file);
  }

  /** Of the arrays that grow with the mesh. */
  private static long bytes(Mesh mesh) {
    long corners = mesh.cornerCount();
    long perCorner = 4L + (mesh.hasUvs() ? 8 : 0) + (mesh.hasColors() ? 4 : 0);
    perCorner += mesh.cornerNormal() == null ? 0 : 12;
    return 12L * mesh.vertexCount()
        + perCorner * corners
        + 12L * mesh.faceCount()
        + 16L * mesh.triangleCount();
  }

  private static void writeObj(Mesh mesh, OutputStream out) {
    PrintWriter text = new PrintWriter(out);
    float[] p = mesh.positions();
    for (int v = 0; v < mesh.vertexCount(); v++) {
      text.println("v " + p[3 * v] + " " + p[3 * v + 1] + " " + p[3 * v + 2]);
    }
    int part = -1;
    for (int f = 0; f < mesh.faceCount(); f++) {
      if (mesh.facePart()[f] != part) {
        part = mesh.facePart()[f];
        text.println("o " + mesh.parts().get(part).name());
      }
      StringBuilder face = new StringBuilder("f");
      for (int c = mesh.faceStart()[f]; c < mesh.faceStart()[f + 1]; c++) {
        face.append(' ').append(mesh.cornerVertex()[c] + 1);
      }
      text.println(face);
    }
    text.flush();
  }
}
