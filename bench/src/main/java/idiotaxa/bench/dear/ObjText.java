package idiotaxa.bench.dear;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** Writes an OBJ line by line; every vertex has a UV of the same number and one of two colours. */
final class ObjText implements AutoCloseable {
  private final BufferedWriter out;
  private int points;

  ObjText(Path file) throws IOException {
    out = Files.newBufferedWriter(file);
  }

  void line(String text) {
    try {
      out.write(text);
      out.write('\n');
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static String number(double value) {
    return Float.toString((float) value);
  }

  void point(double x, double y, double z, double u, double v) {
    line("v " + number(x) + ' ' + number(y) + ' ' + number(z) + (x < 0.5 ? " 1 0 0" : " 0 0 1"));
    line("vt " + number(u) + ' ' + number(v));
    points++;
  }

  /**
   * @param turn 0 … 1 once around the middle of a disc of radius 5 that fills the sheet
   */
  void polar(double turn, double radius) {
    double x = radius * Math.cos(2 * Math.PI * turn);
    double y = radius * Math.sin(2 * Math.PI * turn);
    point(x, y, 0, 0.5 + 0.09 * x, 0.5 + 0.09 * y);
  }

  /** A face of the points that were written last. */
  void faceOfLast(int count) {
    StringBuilder text = new StringBuilder("f");
    for (int i = points - count + 1; i <= points; i++) {
      text.append(' ').append(i).append('/').append(i);
    }
    line(text.toString());
  }

  void face(int a, int b, int c) {
    line("f " + a + '/' + a + ' ' + b + '/' + b + ' ' + c + '/' + c);
  }

  void quad(double z, double fromU, double fromV, double toU, double toV) {
    point(0, 0, z, fromU, fromV);
    point(1, 0, z, toU, fromV);
    point(1, 1, z, toU, toV);
    point(0, 1, z, fromU, toV);
    faceOfLast(4);
  }

  /** One of many that lie beside each other. */
  void smallTriangle(int i) {
    double x = i % 600;
    double y = i / 600;
    point(x, y, 0, x / 600, y / 600);
    point(x + 0.9, y, 0, (x + 0.9) / 600, y / 600);
    point(x, y + 0.9, 0, x / 600, (y + 0.9) / 600);
    faceOfLast(3);
  }

  @Override
  public void close() throws IOException {
    out.close();
  }
}
