package idiotaxa.core.handoff;

import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.group.Group;
import idiotaxa.core.image.PixelImage;
import idiotaxa.core.image.PngWriter;
import idiotaxa.core.map.NearestCovered;
import idiotaxa.core.map.PaddedMaps;
import idiotaxa.core.map.SheetImages;
import idiotaxa.core.work.CancelledException;
import idiotaxa.core.work.Progress;
import java.io.IOException;
import java.io.OutputStream;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;

/** Writes all files of a hand-off into a sink, the manifest with their checksums last. */
public final class HandoffWriter {
  /** A file that was written. */
  public record WrittenFile(String path, long bytes, String sha256) {}

  private final HandoffRequest request;
  private final HandoffPlan plan;
  private final PackageSink sink;
  private final int threads;
  private final Progress progress;
  private final List<WrittenFile> written = new ArrayList<>();
  private final int expected;

  public HandoffWriter(
      HandoffRequest request, PackageSink sink, int threads, Progress progress) {
    this.request = request;
    this.sink = sink;
    this.threads = threads;
    this.progress = progress;
    plan = new HandoffPlan(request.baseName(), request.palette().groups(), request.contents());
    List<String> names = request.sheets().stream().map(BakedSheet::name).toList();
    expected = plan.files(names, request.mesh() != null).size();
  }

  /**
   * @return the written files, the manifest last
   */
  public List<WrittenFile> write() throws IOException {
    for (BakedSheet sheet : request.sheets()) {
      int radius = request.settings().padding();
      progress.at("padding " + sheet.name(), written.size() / (double) expected);
      writeSheet(
          sheet,
          sheet.maps().padded(radius < 0 ? NearestCovered.EVERYWHERE : radius, threads),
          true);
      if (request.contents().hasUnpadded()) {
        writeSheet(sheet, sheet.maps().padded(0, threads), false);
      }
    }
    if (request.mesh() != null) {
      put(plan.mesh(), out -> GlbWriter.write(request.mesh(), out));
    }
    byte[] manifest = new Manifest(request, plan, List.copyOf(written)).toBytes();
    put(HandoffPlan.MANIFEST, out -> out.write(manifest));
    return List.copyOf(written);
  }

  private void writeSheet(BakedSheet sheet, PaddedMaps maps, boolean isPadded) throws IOException {
    SheetImages images = new SheetImages(maps, request.palette());
    putImage(plan.idMap(sheet.name(), isPadded), images.idMap());
    putImage(plan.indexMap(sheet.name(), isPadded), images.indexMap());
    if (request.contents().hasMasks()) {
      for (Group group : request.palette().groups()) {
        putImage(plan.mask(sheet.name(), group, isPadded), images.mask(group.number()));
      }
    }
  }

  private void putImage(String path, PixelImage image) throws IOException {
    put(path, out -> PngWriter.write(image, threads, out));
  }

  private void put(String path, PackageSink.Content content) throws IOException {
    if (progress.isCancelled()) {
      throw new CancelledException();
    }
    progress.at("writing " + path, written.size() / (double) expected);
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
