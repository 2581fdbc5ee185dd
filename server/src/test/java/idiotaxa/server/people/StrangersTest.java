package idiotaxa.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.Studio;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.Socket;
import java.net.SocketException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** What somebody without an account can do to the disk and to the others: nothing. */
class StrangersTest {
  /** More than there are threads that answer. */
  private static final int MANY = 250;

  private final RunningApplication application = RunningApplication.studio();
  private final Studio studio = new Studio(application);
  private final URI uri = URI.create(application.url());
  private final List<Socket> open = new ArrayList<>();

  @AfterEach
  void hangUp() throws IOException {
    for (Socket socket : open) {
      socket.close();
    }
  }

  private Socket send(String text) throws IOException {
    Socket socket = new Socket(uri.getHost(), uri.getPort());
    socket.setSoTimeout(30_000);
    open.add(socket);
    socket.getOutputStream().write(text.getBytes(StandardCharsets.US_ASCII));
    return socket;
  }

  private static String status(Socket socket) throws IOException {
    return new BufferedReader(new InputStreamReader(socket.getInputStream(), StandardCharsets.UTF_8)).readLine();
  }

  private static long uploads() throws IOException {
    try (Stream<Path> files = Files.find(Path.of(System.getProperty("java.io.tmpdir")), 6, (f, a) -> a.isRegularFile())) {
      return files.filter(f -> f.getFileName().toString().startsWith("upload_")).count();
    } catch (java.io.UncheckedIOException e) {
      // Something of another process went while it was looked at.
      return uploads();
    }
  }

  @Test
  void anUploadOfAStrangerIsRefusedBeforeItIsRead() throws IOException {
    long before = uploads();
    String head =
        "POST /api/assets/1/models?role=target HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: multipart/form-data; boundary=b\r\n"
            + "Content-Length: 200000000\r\n\r\n--b\r\nContent-Disposition: form-data; name=\"files\"; filename=\"a.obj\"\r\n\r\n";
    Socket socket = send(head);
    byte[] piece = new byte[1 << 20];
    String answer = status(socket);
    assertThat(answer).containsAnyOf(" 401", " 403");
    assertThat(uploads()).isEqualTo(before);
    // Who goes on sending is cut off, not read to the end.
    int sent = 0;
    try {
      for (; sent < 190; sent++) {
        socket.getOutputStream().write(piece);
        Thread.sleep(50);
      }
    } catch (SocketException e) {
      assertThat(sent).isLessThan(190);
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
    assertThat(sent).isLessThan(190);
    assertThat(uploads()).isEqualTo(before);
  }

  @Test
  void manyWhoSendSlowlyKeepNobodyWaiting() throws IOException, InterruptedException {
    studio.account("Jule", Role.WORK);
    Studio.Page page = studio.page();
    assertThat(page.signIn("Jule", Studio.PASSWORD).statusCode()).isEqualTo(204);
    for (int i = 0; i < MANY; i++) {
      send(
          "POST /api/%s HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nContent-Length: 1000\r\n\r\n{"
              .formatted(i % 2 == 0 ? "sign-in" : "assets"));
    }
    HttpRequest health =
        HttpRequest.newBuilder(uri.resolve("/actuator/health/liveness")).timeout(Duration.ofSeconds(5)).build();
    HttpClient client = HttpClient.newHttpClient();
    for (int i = 0; i < 20; i++) {
      assertThat(client.send(health, HttpResponse.BodyHandlers.discarding()).statusCode()).isEqualTo(200);
      assertThat(page.send("GET", "/api/assets", null).statusCode()).isEqualTo(200);
    }
  }

  @Test
  void aBodyThatTricklesIsGivenUpWhoeverSendsIt() throws IOException, InterruptedException {
    studio.account("Mona", Role.MANAGE);
    Socket socket =
        send(
            "POST /api/assets HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nContent-Length: 1000\r\n"
                + "Authorization: Bearer " + studio.token("Mona", Role.MANAGE) + "\r\n\r\n");
    Thread trickle =
        new Thread(
            () -> {
              try {
                for (int i = 0; i < 100; i++) {
                  socket.getOutputStream().write(' ');
                  Thread.sleep(500);
                }
              } catch (IOException | InterruptedException e) {
                // It was cut off.
              }
            });
    trickle.start();
    assertThat(status(socket)).contains(" 408");
    trickle.interrupt();
    trickle.join();
  }

  @Test
  void anEscapedPathIsTheSamePath() throws IOException {
    String foreign = "Host: 127.0.0.1\r\nSec-Fetch-Site: cross-site\r\nConnection: close\r\n\r\n";
    for (String path : List.of("/api/me", "/%61pi/me", "/a%70i/me", "/ap%69/%6de")) {
      assertThat(status(send("GET " + path + " HTTP/1.1\r\n" + foreign))).as(path).contains(" 403");
    }
    String own = "Host: 127.0.0.1\r\nConnection: close\r\n\r\n";
    for (String path : List.of("/api/assets", "/%61pi/assets", "/api//assets", "/api/./assets", "/api;x=1/assets", "//api/assets")) {
      assertThat(status(send("GET " + path + " HTTP/1.1\r\n" + own))).as(path).containsPattern(" 40[0-4]");
    }
  }

  @Test
  void whatIsPrivateIsKeptByNoBrowserAndNoServerBetween() throws Exception {
    studio.account("Jule", Role.WORK);
    Studio.Page page = studio.page();
    page.signIn("Jule", Studio.PASSWORD);
    for (String path : List.of("/api/me", "/api/assets", "/api/palettes")) {
      assertThat(page.send("GET", path, null).headers().firstValue("Cache-Control")).as(path).hasValue("private, no-store");
    }
  }
}
