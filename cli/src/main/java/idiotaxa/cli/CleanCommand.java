package idiotaxa.cli;

import idiotaxa.core.clean.CleanImage;
import idiotaxa.core.clean.CleanSettings;
import idiotaxa.core.clean.ImageCleaner;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FileNames;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.group.PaletteFile;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.file.ReadFiles;
import idiotaxa.core.handoff.OutputFolder;
import idiotaxa.core.image.ImageDecoder;
import idiotaxa.core.image.PngWriter;
import idiotaxa.core.image.TextureImage;
import idiotaxa.core.map.SheetImages;
import idiotaxa.core.work.Parallel;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

@Command(
    name = "clean",
    description = "Makes an ID image from elsewhere crisp.",
    mixinStandardHelpOptions = true)
final class CleanCommand implements Callable<Integer> {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final String REPORT = "report.json";

  @Parameters(paramLabel = "IMAGE", description = "PNG, JPEG, TIFF, TGA or WebP.")
  private Path imageFile;

  @Option(names = "--palette", description = "Palette file: its colours are the groups, and no others are.")
  private Path paletteFile;

  @Option(names = "--groups", defaultValue = "0", description = "How many groups there are.")
  private int groupCount;

  @Option(
      names = "--tolerance",
      defaultValue = "" + CleanSettings.USUAL_TOLERANCE,
      description = "8-bit RGB distance within which colours are one, 0 to 128.")
  private double tolerance;

  @Option(
      names = "--background",
      paramLabel = "COLOR",
      description =
          "#RRGGBB of what is no group, or none. Without it: what is transparent, else black at the image's border, else"
              + " what most of the border has; of a palette none of its groups.")
  private String background = "";

  @Option(names = "--out", required = true, description = "Folder to write to.")
  private Path out;

  @Option(names = "--json", description = "Print the report as JSON.")
  private boolean isJson;

  @Spec private CommandSpec spec;

  @Override
  public Integer call() throws IOException {
    CleanSettings settings = new CleanSettings(tolerance, groupCount, paletteFile != null, CleanSettings.background(background));
    OutputFolder folder = OutputFolder.at(out, REPORT);
    try (folder) {
      return clean(settings, folder);
    } catch (IllegalArgumentException e) {
      spec.commandLine().getErr().println("refused: " + e.getMessage());
      return Main.INPUT_REFUSED;
    }
  }

  private int clean(CleanSettings settings, OutputFolder folder) throws IOException {
    ReadFiles read = new ReadFiles();
    if (paletteFile != null) {
      read.add(paletteFile);
    }
    String base = FileNames.clean(imageFile.getFileName().toString().replaceFirst("\\.[^.]*$", ""));
    read.add(imageFile);
    folder.refuseToOverwrite(
        read.all(), List.of(base + "_id.png", base + "_index.png", base + "_palette.json", REPORT));
    Palette palette =
        paletteFile == null
            ? new Palette("", List.of())
            : PaletteFile.read(Files.readString(paletteFile));
    String name = imageFile.getFileName().toString();
    TextureImage image =
        ImageDecoder.decode(name, "the image", FileBundle.beside(imageFile).openMain());
    CleanImage cleaned =
        ImageCleaner.clean(
            image,
            palette,
            settings,
            Parallel.cores(),
            new PrintedProgress(spec.commandLine().getErr()));
    Palette groups = new Palette(base, cleaned.groups());
    SheetImages images = new SheetImages(cleaned.maps().padded(0, Parallel.cores()), groups);
    folder.put(base + "_id.png", s -> PngWriter.write(images.idMap(), Parallel.cores(), s));
    folder.put(base + "_index.png", s -> PngWriter.write(images.indexMap(), Parallel.cores(), s));
    folder.put(base + "_palette.json", s -> s.write(bytes(PaletteFile.write(groups))));
    String report = report(base, cleaned, folder.written());
    folder.put(REPORT, s -> s.write(bytes(report)));
    folder.finish().forEach(note -> spec.commandLine().getErr().println("note: " + note));
    spec.commandLine().getOut().println(isJson ? report : sentence(cleaned));
    return Main.WRITTEN;
  }

  private static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }

  private static String sentence(CleanImage cleaned) {
    return "%d groups; %d texels between groups went to the nearer one, %d fit nothing around them"
        .formatted(cleaned.groups().size(), cleaned.filtered(), cleaned.strays());
  }

  private static String report(String base, CleanImage cleaned, List<OutputFolder.Written> files) {
    ObjectNode root = JSON.createObjectNode().put("image", base);
    root.put("width", cleaned.maps().width()).put("height", cleaned.maps().height());
    int most = cleaned.groups().stream().mapToInt(Group::number).max().orElse(0);
    long[] texels = cleaned.maps().texelsOfGroup(most);
    ArrayNode groups = root.putArray("groups");
    for (Group group : cleaned.groups()) {
      groups
          .addObject()
          .put("number", group.number())
          .put("name", group.name())
          .put("color", Rgb.toHex(group.color()))
          .put("texels", texels[group.number()]);
    }
    root.put("filtered", cleaned.filtered());
    WrittenFiles.list(root, files);
    root.put("noisy", cleaned.noisy()).put("strays", cleaned.strays());
    return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(root);
  }
}
