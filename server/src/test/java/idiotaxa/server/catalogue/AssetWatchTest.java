package idiotaxa.server.catalogue;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.server.people.Standing;
import idiotaxa.server.web.TooOftenException;
import idiotaxa.server.running.RunningApplication;
import java.math.BigDecimal;
import java.time.Clock;
import java.util.Collection;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import tools.jackson.databind.json.JsonMapper;

/** Who hears what, over assets that are read when the test says so and never change by themselves. */
class AssetWatchTest {
  private static final long UNREADABLE = 13;

  private final CountDownLatch isRead = new CountDownLatch(1);
  private final CountDownLatch mayBeRead = new CountDownLatch(1);
  private volatile BigDecimal stamp = BigDecimal.ONE;

  private final AssetWatch watch =
      new AssetWatch(
          new AssetService(null, null, null, null, null, null) {
            @Override
            public AssetViews.Asset get(long id) {
              if (id == UNREADABLE) {
                throw new IllegalStateException("its inspection cannot be read");
              }
              if (stamp.equals(BigDecimal.TEN)) {
                isRead.countDown();
                await(mayBeRead);
              }
              return null;
            }
          },
          new ChangeStampStore(null) {
            @Override
            Map<Long, BigDecimal> of(Collection<Long> assetIds) {
              return assetIds.stream().collect(Collectors.toMap(id -> id, id -> stamp));
            }
          },
          JsonMapper.builder().build(),
          RunningApplication.empty().bean(Standing.class),
          new Visitors(null, Clock.systemUTC()));

  private static void await(CountDownLatch latch) {
    try {
      assertThat(latch.await(30, TimeUnit.SECONDS)).isTrue();
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  /** What is sent to somebody. */
  private static final class Heard extends SseEmitter {
    private final BlockingQueue<String> events = new LinkedBlockingQueue<>();

    @Override
    public void send(SseEventBuilder builder) {
      events.add(builder.build().stream().map(d -> String.valueOf(d.getData())).collect(Collectors.joining()));
    }

    String next() throws InterruptedException {
      return events.poll(30, TimeUnit.SECONDS);
    }
  }

  private Heard listen(Long... assets) {
    Heard heard = new Heard();
    watch.listen(Set.of(assets), "", "", () -> true, heard);
    return heard;
  }

  @AfterEach
  void stop() {
    watch.stop();
  }

  @Test
  void whoComesWhileOthersAreToldHearsAllTheSame() throws InterruptedException {
    Heard first = listen(7L);
    assertThat(first.next()).contains("event:asset");
    stamp = BigDecimal.TEN;
    await(isRead);
    Heard second = listen(7L);
    mayBeRead.countDown();
    assertThat(second.next()).contains("event:asset");
  }

  @Test
  void anAssetThatCannotBeReadKeepsNobodyFromHearingOfOthers() throws InterruptedException {
    Heard unlucky = listen(UNREADABLE);
    Heard other = listen(7L, UNREADABLE, 21L);
    assertThat(other.next()).contains("event:asset");
    assertThat(other.next()).contains("event:asset");
    assertThat(unlucky.events).isEmpty();
  }

  @Test
  void onePersonKeepsOpenOnlySoMany() {
    for (int i = 0; i < 100; i++) {
      listen(7L);
    }
    assertThatThrownBy(() -> listen(7L)).isInstanceOf(TooOftenException.class).hasMessageContaining("100 pages");
    Heard another = new Heard();
    watch.listen(Set.of(7L), "", "another", () -> true, another);
    another.complete();
  }
}
