package idiotaxa.server.web;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.Test;

/** How the interface's own files are served. */
class PageRoutesTest {
  private static final Pattern SCRIPT = Pattern.compile("/assets/index-[^\"]+\\.js");

  private final ApiClient api = new ApiClient(RunningApplication.empty());

  private static String header(HttpResponse<?> answer, String name) {
    return answer.headers().firstValue(name).orElse("");
  }

  private String script() {
    Matcher found = SCRIPT.matcher(new String(api.bytes("/"), StandardCharsets.UTF_8));
    assertThat(found.find()).isTrue();
    return found.group();
  }

  @Test
  void filesThatAreNamedByTheirContentsAreKeptForGood() throws IOException {
    HttpResponse<byte[]> plain = api.send("GET", script(), null);
    assertThat(header(plain, "Cache-Control")).contains("immutable").contains("max-age=31536000");
    HttpResponse<byte[]> packed = api.send("GET", script(), null, "Accept-Encoding", "gzip");
    assertThat(header(packed, "Content-Encoding")).isEqualTo("gzip");
    assertThat(packed.body().length).isLessThan(plain.body().length / 2);
    assertThat(new GZIPInputStream(new ByteArrayInputStream(packed.body())).readAllBytes()).isEqualTo(plain.body());
  }

  @Test
  void thePageIsAskedForEveryTimeAlsoUnderItsRoutes() {
    byte[] page = api.bytes("/");
    for (String route : new String[] {"/", "/assets/1/sort", "/many", "/palettes/3"}) {
      HttpResponse<byte[]> answer = api.send("GET", route, null);
      assertThat(answer.statusCode()).as(route).isEqualTo(200);
      assertThat(answer.body()).as(route).isEqualTo(page);
      assertThat(header(answer, "Cache-Control")).as(route).isEqualTo("no-cache");
    }
  }

  @Test
  void filesOfOtherVersionsAreNotThere() {
    assertThat(api.send("GET", "/assets/index-00000000.js", null).statusCode()).isEqualTo(404);
    assertThat(api.send("GET", "/nothing.png", null).statusCode()).isEqualTo(404);
    assertThat(api.send("GET", "/api/nothing", null).statusCode()).isEqualTo(404);
  }
}
