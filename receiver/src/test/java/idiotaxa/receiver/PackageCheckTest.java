package idiotaxa.receiver;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Test;

class PackageCheckTest {
  private final Map<String, byte[]> files = new LinkedHashMap<>();

  /** A 4 × 2 ID map: red, nearly red, green, black; the mask of red covers two columns. */
  private void addImages(int maskColumns) throws IOException {
    int[] colors = {0xFF0000, 0xF00800, 0x00FF00, 0x000000};
    BufferedImage id = new BufferedImage(4, 2, BufferedImage.TYPE_INT_RGB);
    BufferedImage mask = new BufferedImage(4, 2, BufferedImage.TYPE_BYTE_GRAY);
    for (int i = 0; i < 8; i++) {
      id.setRGB(i % 4, i / 4, colors[i % 4]);
      mask.getRaster().setSample(i % 4, i / 4, 0, i % 4 < maskColumns ? 255 : 0);
    }
    files.put("a_1001_id.png", png(id));
    files.put("masks/red.png", png(mask));
  }

  private static byte[] png(BufferedImage image) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(image, "png", out);
    return out.toByteArray();
  }

  private void addManifest() throws Exception {
    addManifest("", "");
  }

  /**
   * @param sheetFields more of the sheet, ending with a comma
   * @param meshes of the package
   */
  private void addManifest(String sheetFields, String meshes) throws Exception {
    StringBuilder list = new StringBuilder();
    for (Map.Entry<String, byte[]> file : files.entrySet()) {
      byte[] hash = MessageDigest.getInstance("SHA-256").digest(file.getValue());
      list.append(list.isEmpty() ? "" : ",")
          .append("{\"path\":\"%s\",\"bytes\":%d,\"sha256\":\"%s\"}"
              .formatted(file.getKey(), file.getValue().length, HexFormat.of().formatHex(hash)));
    }
    String manifest =
        """
        {"format":"idiotaxa-handoff","version":1,"asset":"a","revision":"A",
         "created":"2026-01-01T00:00:00Z",
         "settings":{"origin":"claims","size":[4,2],"samples":1,"padding":0,"reach":null,"pairing":"none"},
         "groups":[{"number":1,"name":"red","color":"#FF0000","keywords":[],"look":{"baseColor":"#FF0000","roughness":0.5,"metalness":0}}],
         "meshes":[%s],
         "sheets":[{"name":"1001","width":4,"height":2,%s"idMap":"a_1001_id.png","indexMap":"a_1001_id.png",
           "masks":[{"name":"red","groups":[1],"file":"masks/red.png",
                     "pick":{"color":"#FF0000","tolerance":[0,60]}}],
           %s"coverage":{"covered":0.5,"missed":0,"conflicts":0}}],
         "files":[%s]}
        """
            .formatted(
                meshes,
                sheetFields.contains("layers") ? sheetFields : "",
                sheetFields.contains("packs") ? sheetFields : "\"packs\":[],",
                list);
    files.put("manifest.json", manifest.getBytes(StandardCharsets.UTF_8));
  }

  private Receipt send() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      for (Map.Entry<String, byte[]> file : files.entrySet()) {
        zip.putNextEntry(new ZipEntry(file.getKey()));
        zip.write(file.getValue());
      }
    }
    return PackageCheck.of(new ByteArrayInputStream(out.toByteArray()));
  }

  @Test
  void pickTakesWhatLiesWithinTheTolerance() throws Exception {
    addImages(2);
    addManifest();
    Receipt receipt = send();
    assertThat(receipt.problems()).isEmpty();
    assertThat(receipt.files()).isEqualTo(2);
    assertThat(receipt.sheets().get(0).masks())
        .containsExactly(new Receipt.MaskReceipt("red", "#FF0000", 30, 4, 4, 0, 0));
  }

  @Test
  void differencesFromTheMaskAreCounted() throws Exception {
    addImages(1);
    addManifest();
    Receipt.MaskReceipt mask = send().sheets().get(0).masks().get(0);
    assertThat(mask.wronglyTaken()).isEqualTo(2);
    assertThat(mask.wronglyLeft()).isZero();
  }

  private static byte[] zipped(Map<String, byte[]> entries) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      for (Map.Entry<String, byte[]> entry : entries.entrySet()) {
        ZipEntry head = new ZipEntry(entry.getKey());
        if (entry.getKey().equals("mimetype")) {
          CRC32 crc = new CRC32();
          crc.update(entry.getValue());
          head.setMethod(ZipEntry.STORED);
          head.setSize(entry.getValue().length);
          head.setCrc(crc.getValue());
        }
        zip.putNextEntry(head);
        zip.write(entry.getValue());
      }
    }
    return out.toByteArray();
  }

  @Test
  void channelsOfAPackAreComparedWithTheirMasks() throws Exception {
    addImages(2);
    BufferedImage pack = new BufferedImage(4, 2, BufferedImage.TYPE_INT_ARGB);
    for (int i = 0; i < 8; i++) {
      // The mask of red covers two columns, the red channel three.
      pack.setRGB(i % 4, i / 4, i % 4 < 3 ? 0xFFFF0000 : 0xFF000000);
    }
    files.put("packs/tint.png", png(pack));
    addManifest(
        "\"packs\":[{\"file\":\"packs/tint.png\",\"r\":\"red\",\"g\":\"soot.png\",\"b\":null,\"a\":null}],", "");
    Receipt receipt = send();
    assertThat(receipt.problems()).isEmpty();
    assertThat(receipt.sheets().get(0).packs().get(0).channels())
        .containsExactly(
            new Receipt.ChannelReceipt("r", "red", 2), new Receipt.ChannelReceipt("g", "soot.png", -1));
    assertThat(receipt.remarks())
        .containsExactly("packs/tint.png: r red differs from the mask of that name in 2 texels.");
  }

  @Test
  void layersAreReadByTheSpecificationAndComparedWithTheirMasks() throws Exception {
    addImages(2);
    BufferedImage layer = new BufferedImage(4, 2, BufferedImage.TYPE_INT_ARGB);
    for (int i = 0; i < 8; i++) {
      layer.setRGB(i % 4, i / 4, i % 4 < 1 ? 0xFFFF0000 : 0);
    }
    Map<String, byte[]> ora = new LinkedHashMap<>();
    ora.put("mimetype", "image/openraster".getBytes(StandardCharsets.US_ASCII));
    ora.put(
        "stack.xml",
        "<image w=\"4\" h=\"2\"><stack><layer name=\"red\" src=\"data/0.png\"/></stack></image>".getBytes());
    ora.put("data/0.png", png(layer));
    ora.put("mergedimage.png", png(layer));
    ora.put("Thumbnails/thumbnail.png", png(layer));
    files.put("a.ora", zipped(ora));
    String layers = "\"layers\":[{\"file\":\"a.ora\",\"names\":[\"%s\"]}],";
    addManifest(layers.formatted("red"), "");
    Receipt receipt = send();
    assertThat(receipt.sheets().get(0).layers().get(0).layers())
        .containsExactly(new Receipt.ChannelReceipt("layer", "red", 2));
    files.remove("manifest.json");
    addManifest(layers.formatted("green"), "");
    assertThat(send().problems()).containsExactly("a.ora has a layer red where the manifest says green");
    files.remove("manifest.json");
    ora.remove("mimetype");
    files.put("a.ora", zipped(ora));
    addManifest(layers.formatted("red"), "");
    assertThat(send().problems().get(0)).contains("no OpenRaster file");
  }

  @Test
  void facesOfAMeshAreComparedWithTheMapAtTheirMiddle() throws Exception {
    addImages(2);
    files.put(
        "a.usda",
        """
        def Mesh "wall"
        {
            int[] faceVertexCounts = [3, 3]
            texCoord2f[] primvars:st = [(0, 0), (0.2, 0), (0, 0.2), (0.5, 0), (0.7, 0), (0.5, 0.2)] (
                interpolation = "faceVarying"
            )
            def GeomSubset "red"
            {
                int[] indices = [0, 1]
            }
        }
        """
            .getBytes());
    addManifest(
        "",
        "{\"file\":\"a.usda\",\"carries\":\"materials\",\"materials\":[{\"name\":\"red\",\"group\":1}]}");
    Receipt receipt = send();
    // The second face lies on green.
    assertThat(receipt.meshes())
        .containsExactly(new Receipt.MeshReceipt("a.usda", "materials", 2, 1, 0));
    assertThat(receipt.remarks().get(0)).contains("1 of 2 faces have another group");
  }

  @Test
  void changedMissingAndForeignFilesAreRefused() throws Exception {
    addImages(2);
    addManifest();
    byte[] right = files.put("masks/red.png", new byte[] {1});
    assertThat(send().problems()).containsExactly(
        "masks/red.png: its checksum is not the one in the manifest");
    files.remove("masks/red.png");
    assertThat(send().problems().get(0)).contains("not in the package");
    files.put("masks/red.png", right);
    files.put("../evil.png", right);
    assertThat(send().problems().get(0)).contains("not allowed");
  }

  @Test
  void whatIsNoPackageIsRefusedInWords() throws IOException {
    Receipt noZip = PackageCheck.of(new ByteArrayInputStream("hello".getBytes()));
    assertThat(noZip.isAccepted()).isFalse();
    assertThat(noZip.problems().get(0)).contains("no zip");
    files.put("manifest.json", "{}".getBytes());
    assertThat(send().problems()).isNotEmpty().allMatch(p -> p.startsWith("manifest.json"));
  }

  @Test
  void theMapsOfTheLastTwoThatWereAcceptedAreHeld() throws Exception {
    LatestMaps latest = new LatestMaps();
    addImages(2);
    addManifest();
    PackageCheck.of(new ByteArrayInputStream(zipped(files)), latest);
    assertThat(latest.summary()).isEqualTo(new LatestMaps.Summary(1, "a", List.of("1001")));
    assertThat(latest.image(1, "1001")).contains(files.get("a_1001_id.png"));
    assertThat(latest.image(1, "1002")).isEmpty();
    PackageCheck.of(new ByteArrayInputStream(zipped(files)), latest);
    assertThat(latest.image(1, "1001")).isPresent();
    PackageCheck.of(new ByteArrayInputStream(zipped(files)), latest);
    assertThat(latest.image(1, "1001")).isEmpty();
    files.put("masks/red.png", new byte[] {1});
    PackageCheck.of(new ByteArrayInputStream(zipped(files)), latest);
    assertThat(latest.summary().number()).as("what was refused is not shown").isEqualTo(3);
  }
}
