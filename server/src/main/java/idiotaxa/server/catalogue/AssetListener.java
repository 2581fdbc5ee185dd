package idiotaxa.server.catalogue;

import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayDeque;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Queue;
import java.util.Set;
import java.util.concurrent.Executor;
import java.util.function.BooleanSupplier;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * A page or script that hears of assets. What it has not taken yet is kept as the newest state alone, and
 * sending blocks no one else.
 */
final class AssetListener {
  private final Set<Long> assetIds;
  private final String visitor;
  private final String owner;
  private final BooleanSupplier standing;
  private final SseEmitter emitter;
  private final Executor senders;
  private final JsonMapper json;
  private final Map<Long, JsonNode> sent = new HashMap<>();
  private final Map<Long, BigDecimal> heard = new HashMap<>();
  private final Map<Long, JsonNode> waiting = new LinkedHashMap<>();
  private final Queue<Sending> others = new ArrayDeque<>();
  private boolean isSending;

  private interface Sending {
    void send() throws IOException;
  }

  /**
   * @param owner whose streams are counted together
   * @param standing whether it may still listen
   */
  AssetListener(
      Set<Long> assetIds,
      String visitor,
      String owner,
      BooleanSupplier standing,
      SseEmitter emitter,
      Executor senders,
      JsonMapper json) {
    this.assetIds = assetIds;
    this.visitor = visitor;
    this.owner = owner;
    this.standing = standing;
    this.emitter = emitter;
    this.senders = senders;
    this.json = json;
  }

  Set<Long> assetIds() {
    return assetIds;
  }

  /** Name of who listens, empty where nobody signs in. */
  String visitor() {
    return visitor;
  }

  String owner() {
    return owner;
  }

  /** Tells who has the asset open. */
  void hearVisitors(long assetId, List<String> names) {
    synchronized (this) {
      others.add(
          () ->
              emitter.send(
                  SseEmitter.event().name("visitors").data(json.writeValueAsString(new Visitors(assetId, names)))));
    }
    begin();
  }

  /**
   * @param id of the asset
   */
  private record Visitors(long id, List<String> names) {}

  /** Whether it is to hear of an asset and was not told of the state that has a stamp. */
  synchronized boolean isBehind(long assetId, BigDecimal stamp) {
    return assetIds.contains(assetId) && !stamp.equals(heard.get(assetId));
  }

  /**
   * Sends what has changed since the state that was sent last, or all of the first one.
   *
   * @param stamp from before the state was read, so that a change in between is told once more rather than never
   */
  void hear(long assetId, BigDecimal stamp, JsonNode state) {
    synchronized (this) {
      heard.put(assetId, stamp);
      waiting.put(assetId, state);
    }
    begin();
  }

  /** Ends what is listened to by somebody who may not any more: a page asks for the next stream by itself. */
  void endIfItMayNot() {
    if (!standing.getAsBoolean()) {
      end();
    }
  }

  /** Nothing more will be sent. */
  void end() {
    emitter.complete();
  }

  /** A page that has gone is noticed only when something is sent to it. */
  void giveSignOfLife() {
    synchronized (this) {
      if (!isSending) {
        others.add(() -> emitter.send(SseEmitter.event().comment("still here")));
      }
    }
    begin();
  }

  private synchronized void begin() {
    if (!isSending) {
      isSending = true;
      senders.execute(this::sendAll);
    }
  }

  private void sendAll() {
    try {
      for (Sending next = next(); next != null; next = next()) {
        next.send();
      }
    } catch (IOException | RuntimeException e) {
      emitter.completeWithError(e);
    }
  }

  private synchronized Sending next() {
    if (!waiting.isEmpty()) {
      long id = waiting.keySet().iterator().next();
      JsonNode state = waiting.remove(id);
      JsonNode before = sent.put(id, state);
      return () -> send(id, before, state);
    }
    Sending other = others.poll();
    isSending = other != null;
    return other;
  }

  private void send(long id, JsonNode before, JsonNode state) throws IOException {
    if (before == null) {
      emitter.send(SseEmitter.event().name("asset").data(json.writeValueAsString(state)));
      return;
    }
    AssetChange change = AssetChange.between(before, state);
    if (!change.isNothing()) {
      emitter.send(
          SseEmitter.event().name("change").data(json.writeValueAsString(new Changed(id, change.values(), change.lists()))));
    }
  }

  /**
   * @param id of the asset
   */
  private record Changed(
      long id, Map<String, JsonNode> values, Map<String, AssetChange.Stretch> lists) {}
}
