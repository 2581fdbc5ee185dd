package idiotaxa.server.web;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import java.io.IOException;
import java.io.InputStream;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

class SecurityTest {
  private final RunningApplication application = RunningApplication.empty();
  private final ApiClient api = new ApiClient(application);

  @Test
  void changeFromAForeignPageIsRefusedAndFromOurOwnTaken() {
    String asset = "{\"name\": \"foreign\"}";
    assertThat(
            api.send("POST", "/api/assets", asset, "Origin", "http://elsewhere.example")
                .statusCode())
        .isEqualTo(403);
    assertThat(api.send("POST", "/api/assets", asset, "Origin", application.url()).statusCode())
        .isEqualTo(201);
  }

  /** A foreign page cannot start costly reads, nor show pictures of models. */
  @Test
  void readingForAForeignPageIsRefused() {
    long asset = api.createAsset("read");
    for (String path : new String[] {"/api/assets", "/api/assets/" + asset, "/api/openapi.json"}) {
      for (String site : new String[] {"cross-site", "same-site"}) {
        assertThat(api.send("GET", path, null, "Sec-Fetch-Site", site).statusCode()).as(path + " " + site).isEqualTo(403);
      }
      for (String site : new String[] {"same-origin", "none"}) {
        assertThat(api.send("GET", path, null, "Sec-Fetch-Site", site).statusCode()).as(path + " " + site).isEqualTo(200);
      }
    }
    // A link from elsewhere to the page itself is followed.
    assertThat(api.send("GET", "/", null, "Sec-Fetch-Site", "cross-site").statusCode()).isEqualTo(200);
  }

  @Test
  void nobodyFramesThePageAndNothingForeignRunsInIt() {
    for (String path : new String[] {"/", "/assets/1/sort", "/api/assets", "/api/nowhere"}) {
      var headers = api.send("GET", path, null).headers();
      String policy = headers.firstValue("Content-Security-Policy").orElse("");
      assertThat(policy).as(path).contains("frame-ancestors 'none'").contains("default-src 'self'").doesNotContain("unsafe-eval");
      assertThat(headers.firstValue("Cross-Origin-Resource-Policy")).contains("same-origin");
      assertThat(headers.firstValue("X-Content-Type-Options")).contains("nosniff");
    }
  }

  @Test
  void foreignHostNameIsRefused() throws IOException {
    // The JDK's client does not let a Host header be set.
    URI uri = URI.create(application.url());
    try (Socket socket = new Socket(uri.getHost(), uri.getPort())) {
      socket
          .getOutputStream()
          .write(
              "GET /api/assets HTTP/1.0\r\nHost: rebound.example\r\n\r\n"
                  .getBytes(StandardCharsets.US_ASCII));
      InputStream in = socket.getInputStream();
      assertThat(new String(in.readNBytes(12), StandardCharsets.US_ASCII)).endsWith("421");
    }
  }

  @Test
  void whatDoesNotExistIsSaidAsAProblem() {
    var answer = api.send("GET", "/api/assets/987654", null);
    assertThat(answer.statusCode()).isEqualTo(404);
    assertThat(answer.headers().firstValue("Content-Type")).contains("application/problem+json");
    assertThat(ApiClient.detail(answer)).contains("987654");
  }

  @Test
  void openApiDescribesTheRoutes() {
    assertThat(api.json("/api/openapi.json").get("paths").propertyNames())
        .contains("/api/assets/{id}/models", "/api/bakes/{id}/cancel");
  }
}
