package idiotaxa.core.format;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.Shapes;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.image.PixelImage;
import idiotaxa.core.image.PngWriter;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.SplittableRandom;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class RoundTripTest {
  @TempDir Path folder;

  private interface Writer {
    void write(OutputStream out) throws IOException;
  }

  private Mesh through(String name, Writer writer) throws IOException {
    Path file = folder.resolve(name);
    try (OutputStream out = Files.newOutputStream(file)) {
      writer.write(out);
    }
    return MeshFiles.read(FileBundle.beside(file));
  }

  /** Every 8-bit value occurs in the colours. */
  private static Mesh colouredGrid() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("left");
    builder.part("right");
    builder.material(Material.plain("wood", 0x8C7B66, 0.25f, 0f));
    builder.material(Material.plain("brass", 0xB08D3E, 0.5f, 1f));
    Shapes.grid(builder, 12, 2, 0.5);
    Mesh grid = builder.build();
    SplittableRandom random = new SplittableRandom(2);
    int[] colors = new int[grid.cornerCount()];
    for (int c = 0; c < colors.length; c++) {
      colors[c] = 0xFF000000 | (c & 0xFF) << 16 | random.nextInt(1 << 16);
    }
    return grid.withCornerColors(colors);
  }

  @Test
  void glbKeepsPositionsUvsColoursPartsAndMaterials() throws IOException {
    Mesh mesh = colouredGrid();
    Mesh back = through("m.glb", out -> GlbWriter.write(mesh, out));
    assertThat(back.parts()).isEqualTo(mesh.parts());
    assertThat(back.materials()).isEqualTo(mesh.materials());
    assertThat(back.triangleCount()).isEqualTo(mesh.triangleCount());
    // Parts are written one after another; compare as sets of corners.
    assertThat(corners(back)).containsExactlyInAnyOrder(corners(mesh));
  }

  private static String[] corners(Mesh mesh) {
    String[] out = new String[3 * mesh.triangleCount()];
    for (int i = 0; i < out.length; i++) {
      int c = mesh.triangleCorner(i / 3, i % 3);
      int v = mesh.cornerVertex()[c];
      // v is flipped twice on its way, which may move its last bit.
      out[i] =
          mesh.positions()[3 * v]
              + " "
              + mesh.positions()[3 * v + 1]
              + " "
              + mesh.cornerUv()[2 * c]
              + " "
              + Math.round(mesh.cornerUv()[2 * c + 1] * 1e6)
              + " "
              + Integer.toHexString(mesh.cornerColor()[c]);
    }
    return out;
  }

  @Test
  void plyKeepsPolygonsUvsAndColours() throws IOException {
    Mesh mesh = colouredGrid();
    Mesh back = through("m.ply", out -> PlyWriter.write(mesh, out));
    assertThat(back.faceStart()).isEqualTo(mesh.faceStart());
    assertThat(back.cornerUv()).isEqualTo(mesh.cornerUv());
    assertThat(back.cornerColor()).isEqualTo(mesh.cornerColor());
    assertThat(back.bounds()).isEqualTo(mesh.bounds());
  }

  @ParameterizedTest
  @EnumSource(PixelImage.Layout.class)
  void pngIsReadByTheJdkAsItWasWritten(PixelImage.Layout layout) throws IOException {
    int width = 37;
    int height = 600;
    byte[] pixels = new byte[width * height * layout.bytesPerPixel()];
    new SplittableRandom(9).nextBytes(pixels);
    byte[] png = encode(width, height, layout, pixels, 2);
    assertThat(png).isEqualTo(encode(width, height, layout, pixels, 1));
    BufferedImage image = ImageIO.read(new ByteArrayInputStream(png));
    assertThat(image.getWidth()).isEqualTo(width);
    int bands = image.getRaster().getNumBands();
    int bytesPerBand = layout.bytesPerPixel() / bands;
    int at = 0;
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        for (int b = 0; b < bands; b++) {
          int expected = pixels[at++] & 0xFF;
          if (bytesPerBand == 2) {
            expected = expected << 8 | pixels[at++] & 0xFF;
          }
          assertThat(image.getRaster().getSample(x, y, b)).isEqualTo(expected);
        }
      }
    }
  }

  private static byte[] encode(
      int width, int height, PixelImage.Layout layout, byte[] pixels, int threads)
      throws IOException {
    int rowBytes = width * layout.bytesPerPixel();
    PixelImage image =
        new PixelImage(
            width,
            height,
            layout,
            false,
            () -> (y, out, offset) -> System.arraycopy(pixels, y * rowBytes, out, offset, rowBytes));
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PngWriter.write(image, threads, out);
    return out.toByteArray();
  }

  @ParameterizedTest
  @ValueSource(longs = {0, 1, 65520, 65521, 65522, 1_000_000})
  void adlerOfJoinedRunsIsTheAdlerOfTheWhole(long length) {
    byte[] first = new byte[777];
    byte[] second = new byte[(int) length];
    new SplittableRandom(4).nextBytes(first);
    new SplittableRandom(5).nextBytes(second);
    var whole = new java.util.zip.Adler32();
    whole.update(first);
    whole.update(second);
    assertThat(PngWriter.combine(adler(first), adler(second), length)).isEqualTo(whole.getValue());
  }

  private static long adler(byte[] bytes) {
    var sum = new java.util.zip.Adler32();
    sum.update(bytes);
    return sum.getValue();
  }
}
