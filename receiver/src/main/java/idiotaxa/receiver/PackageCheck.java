package idiotaxa.receiver;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Takes one package: manifest against its schema, files against their checksums, then the picks. */
public final class PackageCheck {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final Schema SCHEMA =
      SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
          .getSchema(PackageCheck.class.getResourceAsStream("/formats/manifest.schema.json"));

  private final PackageFiles files;
  private final PackageImages images;
  private final LatestMaps latest;
  private final List<String> problems = new ArrayList<>();

  private PackageCheck(PackageFiles files, LatestMaps latest) {
    this.files = files;
    this.latest = latest;
    images = new PackageImages(files);
  }

  /** Reads the zip to its end and answers; a package that cannot be read is a refusal, no exception. */
  public static Receipt of(InputStream zip) throws IOException {
    return of(zip, new LatestMaps());
  }

  /** The same, with the place that holds the maps of what was accepted. */
  static Receipt of(InputStream zip, LatestMaps latest) throws IOException {
    Path folder = Files.createTempDirectory("idiotaxa-receiver");
    try {
      return new PackageCheck(PackageFiles.unpack(zip, folder), latest).run();
    } catch (PackageException e) {
      return Receipt.refused(List.of(e.getMessage()));
    } finally {
      delete(folder);
    }
  }

  private static void delete(Path folder) throws IOException {
    try (Stream<Path> paths = Files.walk(folder)) {
      for (Path path : paths.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(path);
      }
    }
  }

  private Receipt run() throws IOException {
    if (files.sha256("manifest.json").isEmpty()) {
      throw new PackageException("the package has no manifest.json");
    }
    String text = Files.readString(files.path("manifest.json"));
    SCHEMA
        .validate(text, InputFormat.JSON)
        .forEach(error -> problems.add("manifest.json: " + error.getMessage()));
    if (!problems.isEmpty()) {
      return Receipt.refused(problems);
    }
    JsonNode manifest = JSON.readTree(text);
    int right = checkFiles(manifest);
    List<Receipt.SheetReceipt> sheets = new ArrayList<>();
    List<Receipt.MeshReceipt> meshes = new ArrayList<>();
    if (problems.isEmpty()) {
      for (JsonNode sheet : manifest.path("sheets")) {
        sheets.add(checkSheet(sheet));
        images.forget();
      }
      MeshCheck check = new MeshCheck(images, manifest);
      for (JsonNode mesh : manifest.path("meshes")) {
        meshes.add(check.check(mesh, files.path(mesh.path("file").asString())));
      }
    }
    if (problems.isEmpty()) {
      latest.take(manifest, files);
    }
    return new Receipt(
        problems.isEmpty(),
        manifest.path("asset").asString(),
        problems,
        right,
        sheets,
        meshes,
        Remarks.of(manifest, sheets, meshes));
  }

  private int checkFiles(JsonNode manifest) {
    int right = 0;
    for (JsonNode file : manifest.path("files")) {
      String path = file.path("path").asString();
      String found = files.sha256(path).orElse("");
      if (found.isEmpty()) {
        problems.add(path + ": the manifest names it, but it is not in the package");
      } else if (!found.equals(file.path("sha256").asString())) {
        problems.add(path + ": its checksum is not the one in the manifest");
      } else {
        right++;
      }
    }
    return right;
  }

  private Receipt.SheetReceipt checkSheet(JsonNode sheet) throws IOException {
    List<Receipt.MaskReceipt> masks = new ArrayList<>();
    if (sheet.has("idMap")) {
      BufferedImage idMap = images.read(sheet.path("idMap").asString());
      for (JsonNode mask : sheet.path("masks")) {
        if (!mask.path("pick").isNull()) {
          masks.add(
              new MaskPick(idMap, images.read(mask.path("file").asString())).compare(mask));
        }
      }
    }
    List<Receipt.PackReceipt> packs = new ArrayList<>();
    for (JsonNode pack : sheet.path("packs")) {
      packs.add(new PackCheck(images, sheet).check(pack));
    }
    List<Receipt.LayersReceipt> layers = new ArrayList<>();
    for (JsonNode layered : sheet.path("layers")) {
      layers.add(
          new LayerCheck(images, sheet)
              .check(layered, files.path(layered.path("file").asString())));
    }
    return new Receipt.SheetReceipt(
        sheet.path("name").asString(),
        sheet.path("width").asInt(),
        sheet.path("height").asInt(),
        masks,
        packs,
        layers);
  }
}
