package idiotaxa.core.handoff;

import idiotaxa.core.map.NearestCovered;
import idiotaxa.core.map.PaddedMaps;
import idiotaxa.core.map.SheetImages;
import idiotaxa.core.mask.MaskMaker;
import idiotaxa.core.mask.MaskSheet;
import idiotaxa.core.mask.PickTest;
import idiotaxa.core.template.Template;
import idiotaxa.core.work.Progress;
import java.io.IOException;
import java.io.OutputStream;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** Writes all files of a hand-off into a sink, the manifest with their checksums last. */
public final class HandoffWriter {
  /** A file that was written. */
  public record WrittenFile(String path, long bytes, String sha256) {}

  private final HandoffRequest request;
  private final HandoffOutputs outputs;
  private final PackageSink sink;
  private final int threads;
  private final Progress progress;
  private final List<WrittenFile> written = new ArrayList<>();
  private String loadedSheet;
  private MaskSheet loaded;
  private int loadedIndex;
  private Output.SheetLayer layer;
  private SheetImages images;
  private final LayerMasks masks;
  private final Map<Output.SheetLayer, List<Output.ImagePicks>> picks = new HashMap<>();
  private PaddedMaps maps;
  private GroupedMesh mesh;

  /**
   * @throws IllegalArgumentException when the template has a problem
   */
  public HandoffWriter(
      HandoffRequest request, PackageSink sink, int threads, Progress progress) {
    this.request = request;
    this.sink = sink;
    this.threads = threads;
    this.progress = progress;
    outputs = request.outputs();
    if (!outputs.problems().isEmpty()) {
      throw new IllegalArgumentException(
          outputs.problems().stream()
              .map(Template.Problem::text)
              .collect(Collectors.joining(" ")));
    }
    HandoffRequest.MaskRequest asked = request.masks();
    MaskMaker maker =
        new MaskMaker(asked.target(), asked.plan().masks(), asked.images(), threads, progress);
    masks = new LayerMasks(request, maker, threads);
  }

  /**
   * @return the written files, the manifest last
   */
  public List<WrittenFile> write() throws IOException {
    for (Output output : outputs.list()) {
      if (output.layer() != null && !output.layer().equals(layer)) {
        load(output.layer());
      }
      Output.Ingredients ingredients =
          new Output.Ingredients(images, maps, masks, this::mesh, request.created(), threads);
      put(output.path(), out -> output.write(ingredients, out));
    }
    byte[] manifest =
        new Manifest(request, outputs, picks, this::mesh, List.copyOf(written)).toBytes();
    put(HandoffOutputs.MANIFEST, out -> out.write(manifest));
    return List.copyOf(written);
  }

  private GroupedMesh mesh() throws IOException {
    if (mesh == null) {
      progress.at("writing: groups of the mesh", share());
      mesh = request.mesh().load();
    }
    return mesh;
  }

  /** Outputs come sheet by sheet; only one sheet's maps are held. */
  private void load(Output.SheetLayer wanted) throws IOException {
    images = null;
    maps = null;
    layer = wanted;
    if (!wanted.sheet().equals(loadedSheet)) {
      loaded = null;
      List<HandoffSheet> sheets = request.sheets();
      for (int s = 0; s < sheets.size(); s++) {
        if (sheets.get(s).name().equals(wanted.sheet())) {
          loaded = sheets.get(s).maps().load();
          loadedIndex = s;
        }
      }
      loadedSheet = wanted.sheet();
    }
    int padding = request.settings().padding();
    int padded = padding < 0 ? NearestCovered.EVERYWHERE : padding;
    int radius = wanted.isPadded() ? padded : 0;
    progress.at("writing: padding " + wanted.sheet(), share());
    maps = loaded.maps().padded(radius, threads);
    images = new SheetImages(maps, request.palette());
    masks.open(loaded, loadedIndex, radius);
    List<Output.ImagePicks> ofLayer = new ArrayList<>();
    for (Output.PickedImage image : outputs.pickedImages()) {
      if (image.layer().equals(wanted)) {
        ofLayer.add(
            new Output.ImagePicks(image, PickTest.of(maps, request.palette(), image.variant(), threads)));
      }
    }
    picks.put(wanted, ofLayer);
  }

  /** 0 … 1 of all files. */
  private double share() {
    return written.size() / (outputs.list().size() + 1.0);
  }

  private void put(String path, PackageSink.Content content) throws IOException {
    progress.checkCancelled();
    progress.at("writing " + path, share());
    MessageDigest digest = sha256();
    long[] bytes = new long[1];
    sink.put(
        path,
        out -> {
          CountingStream counting = new CountingStream(out, digest);
          content.writeTo(counting);
          counting.flush();
          bytes[0] = counting.count;
        });
    written.add(new WrittenFile(path, bytes[0], HexFormat.of().formatHex(digest.digest())));
  }

  private static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has SHA-256", e);
    }
  }

  private static final class CountingStream extends DigestOutputStream {
    private long count;

    CountingStream(OutputStream out, MessageDigest digest) {
      super(out, digest);
    }

    @Override
    public void write(int value) throws IOException {
      super.write(value);
      count++;
    }

    @Override
    public void write(byte[] bytes, int from, int length) throws IOException {
      super.write(bytes, from, length);
      count += length;
    }
  }
}
