package idiotaxa.server.kept;

import idiotaxa.server.web.TooOftenException;
import java.io.IOException;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.BooleanSupplier;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Tells tools what was replaced in the folder of an asset. */
@Component
class KeptListeners {
  private static final int MOST = 500;
  private static final int RETRY_S = 30;
  private static final int LOOKS_PER_SIGN_OF_LIFE = 150;

  private final KeptStore store;
  private final JsonMapper json;
  private final CopyOnWriteArrayList<Listener> listeners = new CopyOnWriteArrayList<>();
  private int looks;

  KeptListeners(KeptStore store, JsonMapper json) {
    this.store = store;
    this.json = json;
  }

  private static final class Listener {
    private final long assetId;
    private final BooleanSupplier mayStill;
    private final SseEmitter emitter;

    /** Writings that it was told of; below 0 before the first look, which tells where things stand. */
    private int told = -1;

    Listener(long assetId, BooleanSupplier mayStill, SseEmitter emitter) {
      this.assetId = assetId;
      this.mayStill = mayStill;
      this.emitter = emitter;
    }
  }

  /**
   * What a tool hears.
   *
   * @param folder name in the hand-off folder
   * @param writes how often files were put there; a tool that finds more than one more than before has missed some
   * @param files with what became of each, empty at the first event
   */
  private record Written(String folder, int writes, JsonNode files) {}

  void add(long assetId, BooleanSupplier mayStill, SseEmitter emitter) {
    if (listeners.size() >= MOST) {
      throw new TooOftenException("Too many tools listen to this process; try again in " + RETRY_S + " s.", RETRY_S);
    }
    Listener listener = new Listener(assetId, mayStill, emitter);
    emitter.onCompletion(() -> listeners.remove(listener));
    emitter.onError(e -> listeners.remove(listener));
    listeners.add(listener);
  }

  /** Looks once for all. */
  void tell() {
    boolean isSign = ++looks % LOOKS_PER_SIGN_OF_LIFE == 0;
    for (Listener listener : listeners) {
      try {
        tell(listener, isSign);
      } catch (IOException | IllegalStateException e) {
        listeners.remove(listener);
        listener.emitter.completeWithError(e);
      }
    }
  }

  private void tell(Listener listener, boolean isSign) throws IOException {
    if (isSign && !listener.mayStill.getAsBoolean()) {
      listener.emitter.complete();
      return;
    }
    KeptStore.KeptRow row = store.find(listener.assetId).orElse(null);
    int writes = row == null ? 0 : row.writes();
    if (writes != listener.told) {
      boolean isFirst = listener.told < 0;
      listener.told = writes;
      JsonNode files = isFirst || row == null || row.changes() == null ? json.createArrayNode() : json.readTree(row.changes());
      String name = isFirst ? "kept" : "replaced";
      Written written = new Written(row == null ? "" : row.folder(), writes, files);
      listener.emitter.send(SseEmitter.event().name(name).data(json.writeValueAsString(written)));
    } else if (isSign) {
      listener.emitter.send(SseEmitter.event().comment("still here"));
    }
  }

  void end() {
    listeners.forEach(l -> l.emitter.complete());
  }
}
