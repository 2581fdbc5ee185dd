package idiotaxa.bench;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A running application, asked as a script asks it. */
final class StudioApi {
  private final String url;
  private final HttpClient http = HttpClient.newHttpClient();

  StudioApi(String url) {
    this.url = url;
  }

  String get(String path) throws IOException, InterruptedException {
    return ok(http.send(request(path).build(), HttpResponse.BodyHandlers.ofString()));
  }

  byte[] bytes(String path) throws IOException, InterruptedException {
    return http.send(request(path).build(), HttpResponse.BodyHandlers.ofByteArray()).body();
  }

  String post(String path, String json) throws IOException, InterruptedException {
    HttpRequest.BodyPublisher body = HttpRequest.BodyPublishers.ofString(json);
    return ok(http.send(request(path).header("Content-Type", "application/json").POST(body).build(), HttpResponse.BodyHandlers.ofString()));
  }

  /** One file of a model. */
  String upload(String path, Path file) throws IOException, InterruptedException {
    String boundary = "idiotaxa-bench-boundary";
    String head =
        "--%s\r\nContent-Disposition: form-data; name=\"file\"; filename=\"%s\"\r\n\r\n".formatted(boundary, file.getFileName());
    HttpRequest.BodyPublisher body =
        HttpRequest.BodyPublishers.concat(
            HttpRequest.BodyPublishers.ofString(head),
            HttpRequest.BodyPublishers.ofFile(file),
            HttpRequest.BodyPublishers.ofString("\r\n--" + boundary + "--\r\n"));
    HttpRequest request = request(path).header("Content-Type", "multipart/form-data; boundary=" + boundary).POST(body).build();
    return ok(http.send(request, HttpResponse.BodyHandlers.ofString()));
  }

  /** A stream that is read as it comes, until the process ends. */
  void listen(String path) {
    http.sendAsync(request(path).build(), HttpResponse.BodyHandlers.ofLines()).thenAccept(answer -> answer.body().forEach(line -> {}));
  }

  private HttpRequest.Builder request(String path) {
    return HttpRequest.newBuilder(URI.create(url + path));
  }

  private static String ok(HttpResponse<String> answer) throws IOException {
    if (answer.statusCode() >= 300) {
      throw new IOException(answer.request().uri() + ": " + answer.statusCode() + " " + answer.body());
    }
    return answer.body();
  }

  /** The first number of a name in JSON. */
  static long number(String json, String name) {
    Matcher found = Pattern.compile("\"" + name + "\":(-?\\d+)").matcher(json);
    if (!found.find()) {
      throw new IllegalArgumentException("no " + name + " in " + json);
    }
    return Long.parseLong(found.group(1));
  }

  /** All numbers of a name in JSON. */
  static List<Long> numbers(String json, String name) {
    return Pattern.compile("\"" + name + "\":(-?\\d+)").matcher(json).results().map(r -> Long.parseLong(r.group(1))).toList();
  }

  /** Seconds of processor time that the application has used. */
  double processorSeconds() throws IOException, InterruptedException {
    Matcher found = Pattern.compile("(?m)^process_cpu_time_ns_total(?:\\{[^}]*})? (\\S+)$").matcher(get("/actuator/prometheus"));
    if (!found.find()) {
      throw new IOException("the application tells no processor time");
    }
    return Double.parseDouble(found.group(1)) / 1e9;
  }
}
