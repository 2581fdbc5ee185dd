package idiotaxa.e2e;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/** A line to the application that can be cut and mended, as networks are. */
final class CutLine implements AutoCloseable {
  private static final String STREAM = "GET /api/events";

  private final int to;
  private final ServerSocket door = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
  private final Set<Socket> sockets = ConcurrentHashMap.newKeySet();

  /** What every open connection of a browser was asked for last. */
  private final Map<Socket, String> asked = new ConcurrentHashMap<>();

  private volatile boolean isCut;

  CutLine(String url) throws IOException {
    to = Integer.parseInt(url.replaceAll(".*:", ""));
    run(this::accept);
  }

  String url() {
    return "http://127.0.0.1:" + door.getLocalPort();
  }

  void cut() throws IOException {
    isCut = true;
    for (Socket socket : sockets) {
      socket.close();
    }
  }

  void mend() {
    isCut = false;
  }

  /** Streams of events that are open now. */
  long streams() {
    return asked.values().stream().filter(line -> line.startsWith(STREAM)).count();
  }

  private void accept() throws IOException {
    while (!door.isClosed()) {
      Socket from = door.accept();
      if (isCut) {
        from.close();
        continue;
      }
      Socket onward = new Socket(InetAddress.getLoopbackAddress(), to);
      sockets.add(from);
      sockets.add(onward);
      run(() -> pipe(from, onward, true));
      run(() -> pipe(onward, from, false));
    }
  }

  private void pipe(Socket in, Socket out, boolean isFromBrowser) throws IOException {
    byte[] buffer = new byte[1 << 16];
    try (in;
        out) {
      InputStream from = in.getInputStream();
      OutputStream onward = out.getOutputStream();
      for (int n = from.read(buffer); n >= 0; n = from.read(buffer)) {
        if (isFromBrowser) {
          String head = new String(buffer, 0, n, StandardCharsets.ISO_8859_1);
          asked.put(in, head.lines().findFirst().orElse(""));
        }
        onward.write(buffer, 0, n);
      }
    } finally {
      asked.remove(in);
      asked.remove(out);
      sockets.remove(in);
      sockets.remove(out);
    }
  }

  private interface Work {
    void run() throws IOException;
  }

  private static void run(Work work) {
    Thread thread =
        new Thread(
            () -> {
              try {
                work.run();
              } catch (IOException e) {
                // An end that was closed ends the other.
              }
            });
    thread.setDaemon(true);
    thread.start();
  }

  @Override
  public void close() throws IOException {
    door.close();
    cut();
  }
}
