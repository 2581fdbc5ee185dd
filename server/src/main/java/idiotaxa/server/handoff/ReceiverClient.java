package idiotaxa.server.handoff;

import idiotaxa.server.IdiotaxaProperties;
import idiotaxa.server.web.ConflictException;
import java.io.IOException;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.time.Duration;
import org.springframework.stereotype.Service;

/** Sends packages to the receiver and keeps its receipt. */
@Service
public class ReceiverClient {
  private static final Duration PATIENCE = Duration.ofMinutes(5);

  private final HandoffStore handoffs;
  private final HandoffService packages;
  private final IdiotaxaProperties properties;
  private final HttpClient http =
      HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(3)).build();

  public ReceiverClient(
      HandoffStore handoffs, HandoffService packages, IdiotaxaProperties properties) {
    this.handoffs = handoffs;
    this.packages = packages;
    this.properties = properties;
  }

  /**
   * @return the receipt, JSON
   * @throws ConflictException when the package is not made yet or the receiver does not answer
   */
  public String send(long handoffId) {
    Path file = packages.finished(handoffId).file();
    try {
      HttpRequest request =
          HttpRequest.newBuilder(properties.receiverUrl())
              .timeout(PATIENCE)
              .header("Content-Type", "application/zip")
              .POST(HttpRequest.BodyPublishers.ofFile(file))
              .build();
      HttpResponse<String> answer = http.send(request, HttpResponse.BodyHandlers.ofString());
      handoffs.setReceipt(handoffId, answer.body());
      return answer.body();
    } catch (IOException e) {
      throw new ConflictException(
          "The receiver at "
              + properties.receiverUrl()
              + " does not answer; start it with ./idiotaxa start and send again.");
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new ConflictException("Sending was interrupted; send again.");
    }
  }
}
