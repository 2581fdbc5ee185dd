package idiotaxa.receiver;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import tools.jackson.databind.json.JsonMapper;

/** Shows the maps that were taken last: a page, what it asks for again and again, and the images. */
final class MapsPage {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final Pattern MAP = Pattern.compile("/maps/(\\d{1,18})/([^/]+)");

  private final LatestMaps latest;

  MapsPage(LatestMaps latest) {
    this.latest = latest;
  }

  void answer(HttpExchange exchange) throws IOException {
    String path = exchange.getRequestURI().getPath();
    Matcher map = MAP.matcher(path);
    if (!exchange.getRequestMethod().equals("GET")) {
      Answers.json(exchange, 405, "{\"error\": \"this is read by GET\"}");
    } else if (path.equals("/")) {
      try (InputStream page = MapsPage.class.getResourceAsStream("/page/maps.html")) {
        Answers.send(exchange, 200, "text/html; charset=utf-8", page.readAllBytes());
      }
    } else if (path.equals("/latest")) {
      Answers.send(exchange, 200, "application/json", JSON.writeValueAsString(latest.summary()).getBytes(StandardCharsets.UTF_8));
    } else {
      Optional<byte[]> image = map.matches() ? latest.image(Long.parseLong(map.group(1)), map.group(2)) : Optional.empty();
      if (image.isPresent()) {
        Answers.send(exchange, 200, "image/png", image.get());
      } else {
        Answers.json(exchange, 404, "{\"error\": \"there is nothing of that name\"}");
      }
    }
  }
}
