package idiotaxa.server.running;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
import java.util.function.Predicate;
import javax.imageio.ImageIO;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Talks to the application as a script would. */
public final class ApiClient {
  private static final Duration PATIENCE = Duration.ofMinutes(4);
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final String BOUNDARY = "idiotaxa-test-boundary";

  private final String url;
  private final String token;
  private final HttpClient http = HttpClient.newHttpClient();

  public ApiClient(RunningApplication application) {
    this(application.url());
  }

  public ApiClient(String url) {
    this(url, null);
  }

  private ApiClient(String url, String token) {
    this.url = url;
    this.token = token;
  }

  /** The same as a script with a token. */
  public ApiClient with(String otherToken) {
    return new ApiClient(url, otherToken);
  }

  /** A change of something of an asset, by somebody who has just looked at it. */
  public HttpResponse<byte[]> change(long asset, String method, String path, String json) {
    return send(method, path, json, "If-Match", '"' + version(json("/api/assets/" + asset), path) + '"');
  }

  private static String version(JsonNode asset, String path) {
    String[] words = path.split("/");
    return switch (words[2]) {
      case "pictures" -> find(asset.get("pictures"), Long.parseLong(words[3])).get("version").asString();
      case "revisions" -> find(asset.get("revisions"), Long.parseLong(words[3]))
          .get(words[4].equals("alignment") ? "alignmentVersion" : "geometryVersion")
          .asString();
      default -> asset.get("version").asString();
    };
  }

  public HttpResponse<byte[]> send(String method, String path, String json, String... headers) {
    HttpRequest.Builder request =
        request(path)
            .header("Content-Type", "application/json")
            .method(
                method,
                json == null
                    ? HttpRequest.BodyPublishers.noBody()
                    : HttpRequest.BodyPublishers.ofString(json));
    for (int i = 0; i < headers.length; i += 2) {
      request.setHeader(headers[i], headers[i + 1]);
    }
    return exchange(request.build());
  }

  /** A GET that must succeed. */
  public byte[] bytes(String path) {
    return ok(send("GET", path, null)).body();
  }

  /** A GET that must succeed. */
  public JsonNode json(String path) {
    return JSON.readTree(bytes(path));
  }

  /** A POST that must succeed. */
  public JsonNode post(String path, String json) {
    return JSON.readTree(ok(send("POST", path, json)).body());
  }

  public long createAsset(String name) {
    return post("/api/assets", "{\"name\": \"" + name + "\"}").get("id").asLong();
  }

  public HttpResponse<byte[]> upload(long asset, String role, Map<String, byte[]> files) {
    return uploadTo("/api/assets/" + asset + "/models?role=" + role, files);
  }

  /** Several files to an address. */
  public HttpResponse<byte[]> uploadFolder(String path, Map<String, byte[]> files) {
    return uploadTo(path, files);
  }

  /** Uploads an image to an address that answers with its number. */
  public long uploadImage(String path, String name, byte[] bytes) {
    return JSON.readTree(ok(uploadTo(path, Map.of(name, bytes))).body()).get("id").asLong();
  }

  public HttpResponse<byte[]> tryToUpload(String path, String name, byte[] bytes) {
    return uploadTo(path, Map.of(name, bytes));
  }

  /** A POST that must succeed with an image. */
  public BufferedImage postForImage(String path, String json) {
    try {
      return ImageIO.read(
          new ByteArrayInputStream(ok(send("POST", path, json)).body()));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Pins a reference picture and returns its number. */
  public long pin(long asset, String name, byte[] bytes) {
    String path = "/api/assets/" + asset + "/pictures";
    return JSON.readTree(ok(uploadTo(path, Map.of(name, bytes))).body()).get("id").asLong();
  }

  private HttpResponse<byte[]> uploadTo(String path, Map<String, byte[]> files) {
    ByteArrayOutputStream body = new ByteArrayOutputStream();
    files.forEach(
        (name, bytes) -> {
          put(
              body,
              "--%s\r\nContent-Disposition: form-data; name=\"file\"; filename=\"%s\"\r\n\r\n"
                  .formatted(BOUNDARY, name));
          body.writeBytes(bytes);
          put(body, "\r\n");
        });
    put(body, "--" + BOUNDARY + "--\r\n");
    return exchange(
        request(path)
            .header("Content-Type", "multipart/form-data; boundary=" + BOUNDARY)
            .POST(HttpRequest.BodyPublishers.ofByteArray(body.toByteArray()))
            .build());
  }

  /** Uploads one model and waits until it is read or refused. */
  public JsonNode bringIn(long asset, String role, Map<String, byte[]> files) {
    long id = JSON.readTree(ok(upload(asset, role, files)).body()).get("id").asLong();
    JsonNode state =
        waitFor(asset, a -> !find(a.get("revisions"), id).get("state").asString().equals("reading"));
    return find(state.get("revisions"), id);
  }

  /** The asset's state as soon as it is as wanted. */
  public JsonNode waitFor(long asset, Predicate<JsonNode> isReached) {
    long end = System.nanoTime() + PATIENCE.toNanos();
    JsonNode state = json("/api/assets/" + asset);
    while (!isReached.test(state)) {
      if (System.nanoTime() > end) {
        throw new AssertionError("not reached within " + PATIENCE + ": " + state);
      }
      pause();
      state = json("/api/assets/" + asset);
    }
    return state;
  }

  public static JsonNode find(JsonNode list, long id) {
    for (JsonNode entry : list) {
      if (entry.get("id").asLong() == id) {
        return entry;
      }
    }
    throw new AssertionError("no entry " + id + " in " + list);
  }

  public static String detail(HttpResponse<byte[]> problem) {
    return JSON.readTree(problem.body()).get("detail").asString();
  }

  private HttpRequest.Builder request(String path) {
    HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(url + path)).timeout(PATIENCE);
    return token == null ? request : request.header("Authorization", "Bearer " + token);
  }

  private HttpResponse<byte[]> exchange(HttpRequest request) {
    try {
      return http.send(request, HttpResponse.BodyHandlers.ofByteArray());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  private static HttpResponse<byte[]> ok(HttpResponse<byte[]> response) {
    if (response.statusCode() >= 300) {
      throw new AssertionError(
          response.request().method()
              + " "
              + response.uri()
              + ": "
              + response.statusCode()
              + " "
              + new String(response.body(), StandardCharsets.UTF_8));
    }
    return response;
  }

  private static void put(ByteArrayOutputStream body, String text) {
    body.writeBytes(text.getBytes(StandardCharsets.UTF_8));
  }

  private static void pause() {
    try {
      Thread.sleep(50);
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }
}
