package idiotaxa.receiver;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Who may send packages. */
class ReceiverServerTest {
  private ReceiverServer receiver;

  @BeforeEach
  void open() throws IOException {
    receiver = new ReceiverServer(0);
  }

  @AfterEach
  void close() {
    receiver.close();
  }

  private int send(String method, String... headers) throws IOException {
    return ask(method, "/packages", headers);
  }

  /** The status of a request that is written by hand: clients choose some headers themselves. */
  private int ask(String method, String path, String... headers) throws IOException {
    try (Socket socket = new Socket("127.0.0.1", receiver.port())) {
      String request =
          method + " " + path + " HTTP/1.1\r\nContent-Length: 3\r\nConnection: close\r\n"
              + String.join("\r\n", headers)
              + "\r\n\r\nzip";
      socket.getOutputStream().write(request.getBytes(StandardCharsets.US_ASCII));
      String answer = new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
      return Integer.parseInt(answer.split(" ")[1]);
    }
  }

  @Test
  void programsOfThisMachineAreHeard() throws IOException {
    // No zip, which is said as a receipt.
    assertThat(send("POST", "Host: 127.0.0.1:" + receiver.port())).isEqualTo(422);
    assertThat(send("POST", "Host: localhost")).isEqualTo(422);
    assertThat(send("GET", "Host: localhost")).isEqualTo(405);
  }

  @Test
  void pagesAndForeignNamesAreNot() throws IOException {
    assertThat(send("POST", "Host: rebound.example")).isEqualTo(403);
    assertThat(send("POST", "Host: 127.0.0.1.example")).isEqualTo(403);
    assertThat(send("POST", "Host: localhost", "Origin: http://elsewhere.example")).isEqualTo(403);
    assertThat(send("POST", "Host: localhost", "Sec-Fetch-Site: same-site")).isEqualTo(403);
  }

  @Test
  void mapsAreReadOnLoopbackNamesByGet() throws IOException {
    assertThat(ask("GET", "/", "Host: localhost")).isEqualTo(200);
    assertThat(ask("GET", "/latest", "Host: localhost", "Sec-Fetch-Site: same-origin")).isEqualTo(200);
    assertThat(ask("GET", "/maps/0/1001", "Host: localhost")).isEqualTo(404);
    assertThat(ask("GET", "/maps/99999999999999999999/1001", "Host: localhost")).isEqualTo(404);
    assertThat(ask("GET", "/../pom.xml", "Host: localhost")).isEqualTo(404);
    assertThat(ask("POST", "/", "Host: localhost")).isEqualTo(405);
    assertThat(ask("GET", "/latest", "Host: rebound.example")).isEqualTo(403);
  }
}
