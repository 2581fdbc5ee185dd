package idiotaxa.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import idiotaxa.core.Shapes;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.file.ZipUpload;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Files that are made to harm: each ends in one sentence of ours, soon and without much memory. */
class HostileFilesTest {
  private static final Duration SOON = Duration.ofSeconds(60);

  @TempDir Path folder;

  private void checkRefused(String name, byte[] content, String... words) {
    assertTimeoutPreemptively(
        SOON,
        () ->
            assertThatThrownBy(
                    () ->
                        MeshFiles.read(
                            FileBundle.beside(Files.write(folder.resolve(name), content))))
                .isInstanceOf(FormatException.class)
                .hasMessageStartingWith(name)
                .hasMessageContainingAll(words));
  }

  private void checkRefused(String name, String content, String... words) {
    checkRefused(name, content.getBytes(StandardCharsets.UTF_8), words);
  }

  @Test
  void nodesThatShareChildrenDoNotExplode() {
    StringBuilder nodes = new StringBuilder();
    for (int i = 0; i < 60; i++) {
      nodes.append("{\"children\": [%d, %d]}, ".formatted(i + 1, i + 1));
    }
    GltfFixture fixture = new GltfFixture();
    fixture.positions(0, 0, 0, 1, 0, 0, 0, 1, 0);
    String scene = "\"scenes\": [{\"nodes\": [0]}], \"nodes\": [" + nodes + "{}]";
    checkRefused(
        "d.gltf", fixture.json("\"attributes\": {\"POSITION\": 0}", scene, ""), "million nodes");
  }

  @Test
  void deeplyNestedJsonIsRefused() {
    checkRefused("j.gltf", "[".repeat(200_000), "JSON");
    checkRefused("k.gltf", "{\"a\":".repeat(200_000), "JSON");
  }

  @Test
  void endlessLinesAreRefused() {
    checkRefused("l.obj", "v " + "1".repeat((1 << 24) + 5000), "line 1", "16 MiB");
    checkRefused("h.ply", "ply\nformat ascii 1.0\n" + "x".repeat(3_000_000), "h.ply");
    checkRefused("c.obj", "v 0 0 \\\n".repeat(2_500_000), "16 MiB");
  }

  @Test
  void countsInTheBillionsAreCheckedAgainstTheFile() {
    String header =
        "ply\nformat binary_little_endian 1.0\nelement vertex %s\nproperty float x\n"
            + "property float y\nproperty float z\nelement face %s\n"
            + "property list uint int vertex_indices\nend_header\n";
    checkRefused("v.ply", header.formatted("2000000000", "1"), "2000000000");
    checkRefused("f.ply", header.formatted("0", "2147483647"), "2147483647");
    checkRefused("n.ply", header.formatted("-5", "1"), "line 3");
    checkRefused("b.ply", header.formatted("99999999999999", "1"), "line 3");
    byte[] list = header.formatted("0", "1").getBytes(StandardCharsets.US_ASCII);
    byte[] claimed = Arrays.copyOf(list, list.length + 8);
    Arrays.fill(claimed, list.length, claimed.length, (byte) 0xFF);
    checkRefused("a.ply", claimed, "list");
  }

  @Test
  void indicesFarOutOfRangeAreRefused() {
    checkRefused("i.obj", "v 0 0 0\nf 1 2147483647 -2147483647\n", "line 2");
    checkRefused("j.obj", "v 0 0 0\nf 99999999999 1 1\n", "line 2");
    checkRefused("k.obj", "v 0 0 0\nf -9 1 1\n", "line 2", "-9");
  }

  private Path zip(Map<String, byte[]> files) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (ZipOutputStream out = new ZipOutputStream(bytes)) {
      for (Map.Entry<String, byte[]> file : files.entrySet()) {
        out.putNextEntry(new ZipEntry(file.getKey()));
        out.write(file.getValue());
      }
    }
    return Files.write(folder.resolve("z.zip"), bytes.toByteArray());
  }

  @Test
  void zipThatGrowsWithoutEndIsStopped() throws IOException {
    Path bomb = zip(Map.of("zeros.obj", new byte[300 << 20]));
    Path into = Files.createDirectory(folder.resolve("into"));
    assertThatThrownBy(() -> ZipUpload.unpack("bomb.zip", bomb, into))
        .isInstanceOf(FormatException.class)
        .hasMessageContainingAll("bomb.zip", "zeros.obj", "200 MiB");
  }

  @Test
  void zipNeverWritesOutsideOfItsFolder() throws IOException {
    Path into = Files.createDirectory(folder.resolve("deep"));
    Map<String, Path> files =
        ZipUpload.unpack(
            "a.zip", zip(Map.of("deep/in/a.obj", new byte[] {1}, "/etc/b.mtl", new byte[2])), into);
    assertThat(files).containsOnlyKeys("deep/in/a.obj", "etc/b.mtl");
    assertThat(files.values()).allMatch(p -> p.getParent().equals(into));
    Path evil = zip(Map.of("../../evil.obj", new byte[] {1}));
    assertThatThrownBy(() -> ZipUpload.unpack("a.zip", evil, into))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("outside of the upload");
  }

  @Test
  void damagedAndEmptyZipsAreSaid() throws IOException {
    Path into = Files.createDirectory(folder.resolve("in"));
    Path text = Files.writeString(folder.resolve("t"), "no zip at all");
    assertThatThrownBy(() -> ZipUpload.unpack("t.zip", text, into))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("t.zip");
    byte[] noise = new byte[5000];
    new java.util.Random(5).nextBytes(noise);
    byte[] whole = Files.readAllBytes(zip(Map.of("a.obj", noise)));
    Path cut = Files.write(folder.resolve("c"), Arrays.copyOf(whole, whole.length / 2));
    assertThatThrownBy(() -> ZipUpload.unpack("c.zip", cut, into))
        .isInstanceOf(FormatException.class)
        .hasMessageContaining("c.zip");
  }

  /** Whatever is flipped in the text of a glTF or an MTL: our own error, or a mesh. */
  @Test
  void mutatedTextFilesNeverBringAnythingButOurError() {
    GltfFixture fixture = new GltfFixture();
    fixture.positions(0, 0, 0, 1, 0, 0, 0, 1, 0);
    fixture.octets(0, 1, 2, 0);
    int indices = fixture.accessor(fixture.view(""), GltfFixture.UNSIGNED_BYTE, 3, "SCALAR", "");
    String gltf =
        fixture.json(
            "\"attributes\": {\"POSITION\": 0}, \"material\": 0, \"indices\": " + indices,
            "\"materials\": [{\"name\": \"oak\", \"pbrMetallicRoughness\": {}}]");
    byte[] valid = gltf.getBytes(StandardCharsets.UTF_8);
    SplittableRandom random = new SplittableRandom(4711);
    assertTimeoutPreemptively(
        Duration.ofSeconds(180),
        () -> {
          int refused = 0;
          for (int i = 0; i < 2000; i++) {
            refused += isRefused("m.gltf", mutated(valid, random)) ? 1 : 0;
          }
          assertThat(refused).isBetween(500, 1999);
        });
  }

  @Test
  void mutatedMtlNeverBringsAnythingButOurError() throws IOException {
    byte[] mtl =
        "newmtl oak\nKd 0.8 0.5 0.2\nmap_Kd -s 1 1 1 grain.png\nnewmtl tin\nKd 1 1 1\n"
            .getBytes(StandardCharsets.UTF_8);
    byte[] obj =
        "mtllib m.mtl\nv 0 0 0\nv 1 0 0\nv 0 1 0\nusemtl oak\nf 1 2 3\n"
            .getBytes(StandardCharsets.UTF_8);
    SplittableRandom random = new SplittableRandom(8);
    int refused = 0;
    for (int i = 0; i < 800; i++) {
      Files.write(folder.resolve("m.mtl"), mutated(mtl, random));
      refused += isRefused("m.obj", obj) ? 1 : 0;
    }
    assertThat(refused).isBetween(50, 799);
  }

  private static byte[] mutated(byte[] valid, SplittableRandom random) {
    byte[] out = valid.clone();
    for (int n = random.nextInt(1, 5); n > 0; n--) {
      int at = random.nextInt(out.length);
      String digits = "0123456789-.eE{}[],:\"";
      out[at] =
          random.nextBoolean()
              ? (byte) digits.charAt(random.nextInt(digits.length()))
              : (byte) random.nextInt(256);
    }
    return out;
  }

  private boolean isRefused(String name, byte[] content) throws IOException {
    try {
      MeshFiles.read(FileBundle.beside(Files.write(folder.resolve(name), content)));
      return false;
    } catch (FormatException e) {
      return true;
    }
  }

  @Test
  void mutatedPolygonsOfEveryKindNeverBringAnythingButOurError() throws IOException {
    ByteArrayOutputStream ply = new ByteArrayOutputStream();
    PlyWriter.write(Shapes.bumpySphere(5, 0.2), ply);
    SplittableRandom random = new SplittableRandom(99);
    for (int i = 0; i < 2000; i++) {
      isRefused("m.ply", mutated(ply.toByteArray(), random));
    }
  }
}
