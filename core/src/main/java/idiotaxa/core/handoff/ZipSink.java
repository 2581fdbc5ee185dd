package idiotaxa.core.handoff;

import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** Writes into a zip with a fixed time stamp, so the same content gives the same bytes. */
public final class ZipSink implements PackageSink, AutoCloseable {
  private final ZipOutputStream zip;
  private final FileTime time;

  public ZipSink(OutputStream out, Instant created) {
    zip = new ZipOutputStream(out);
    // PNG and GLB hardly shrink any further; speed is worth more than the last percent.
    zip.setLevel(Deflater.BEST_SPEED);
    time = FileTime.from(created);
  }

  @Override
  public void put(String path, Content content) throws IOException {
    ZipEntry entry = new ZipEntry(path);
    entry.setLastModifiedTime(time);
    zip.putNextEntry(entry);
    content.writeTo(
        new FilterOutputStream(zip) {
          @Override
          public void write(byte[] bytes, int from, int length) throws IOException {
            zip.write(bytes, from, length);
          }

          @Override
          public void close() {
            // The entry is closed by put; the zip stays open for the next one.
          }
        });
    zip.closeEntry();
  }

  @Override
  public void close() throws IOException {
    zip.close();
  }
}
