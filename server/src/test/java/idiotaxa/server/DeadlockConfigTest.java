package idiotaxa.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.junit.jupiter.api.Test;
import org.springframework.aop.framework.ProxyFactory;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.AnnotationTransactionAttributeSource;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.interceptor.TransactionInterceptor;

/** Two transactions that wait for each other in the real database: both are done in the end. */
class DeadlockConfigTest {
  private final RunningApplication application = RunningApplication.empty();
  private final DSLContext db = application.bean(DSLContext.class);

  interface Changes {
    void both(long first, long second, CyclicBarrier meet);

    void fail();
  }

  static class ChangesInTwo implements Changes {
    private final DSLContext db;
    private final AtomicInteger begun = new AtomicInteger();

    ChangesInTwo(DSLContext db) {
      this.db = db;
    }

    private void touch(long asset) {
      db.execute("UPDATE asset SET version = version + 1 WHERE id = " + asset);
    }

    @Override
    @Transactional
    public void both(long first, long second, CyclicBarrier meet) {
      begun.incrementAndGet();
      touch(first);
      try {
        // The second try finds nobody to meet.
        meet.await(2, TimeUnit.SECONDS);
      } catch (Exception e) {
        assertThat(begun.get()).isGreaterThan(2);
      }
      touch(second);
    }

    @Override
    @Transactional
    public void fail() {
      begun.incrementAndGet();
      throw new PessimisticLockingFailureException("again and again");
    }
  }

  private Changes advised(ChangesInTwo target) {
    ProxyFactory factory = new ProxyFactory(target);
    factory.addAdvisor(DeadlockConfig.triedOnceMore());
    TransactionInterceptor transactions =
        new TransactionInterceptor(application.bean(PlatformTransactionManager.class), new AnnotationTransactionAttributeSource());
    factory.addAdvice(transactions);
    return (Changes) factory.getProxy();
  }

  private int version(long asset) {
    return db.select(DSL.field("version", Integer.class)).from("asset").where("id = " + asset).fetchSingle().value1();
  }

  @Test
  void bothOfTwoThatWaitForEachOtherAreDone() throws Exception {
    ApiClient api = new ApiClient(application);
    long one = api.createAsset("One");
    long other = api.createAsset("Other");
    ChangesInTwo target = new ChangesInTwo(db);
    Changes changes = advised(target);
    CyclicBarrier meet = new CyclicBarrier(2);
    ExecutorService threads = Executors.newFixedThreadPool(2);
    Future<?> there = threads.submit(() -> changes.both(one, other, meet));
    Future<?> back = threads.submit(() -> changes.both(other, one, meet));
    there.get();
    back.get();
    threads.shutdown();
    assertThat(target.begun.get()).isEqualTo(3);
    assertThat(version(one)).isEqualTo(2);
    assertThat(version(other)).isEqualTo(2);
  }

  @Test
  void whatFailsTwiceIsNotTriedAgain() {
    ChangesInTwo target = new ChangesInTwo(db);
    assertThatThrownBy(() -> advised(target).fail()).isInstanceOf(PessimisticLockingFailureException.class);
    assertThat(target.begun.get()).isEqualTo(2);
  }

  /** The services of the application are advised so, before their transaction begins. */
  @Test
  void servicesAreTriedOnceMore() {
    Object service = application.bean(idiotaxa.server.people.PeopleService.class);
    var advisors = ((org.springframework.aop.framework.Advised) service).getAdvisors();
    assertThat(advisors[0].getAdvice()).isInstanceOf(DeadlockConfig.OnceMore.class);
    assertThat(advisors[1].getAdvice()).isInstanceOf(TransactionInterceptor.class);
  }
}
