package idiotaxa.server;

import org.aopalliance.intercept.MethodInterceptor;
import org.aopalliance.intercept.MethodInvocation;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.aop.Advisor;
import org.springframework.aop.ProxyMethodInvocation;
import org.springframework.aop.support.DefaultPointcutAdvisor;
import org.springframework.aop.support.annotation.AnnotationMatchingPointcut;
import org.springframework.beans.factory.config.BeanDefinition;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Role;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Of two transactions that wait for each other the database ends one, which has changed nothing then: it is tried once more by us
 * and not by whoever asked.
 */
@Configuration
class DeadlockConfig {
  private static final Logger LOG = LoggerFactory.getLogger(DeadlockConfig.class);

  /** Before the transaction begins, which is advised last of all. */
  private static final int BEFORE_TRANSACTIONS = 0;

  @Bean
  @Role(BeanDefinition.ROLE_INFRASTRUCTURE)
  static Advisor triedOnceMore() {
    DefaultPointcutAdvisor advisor =
        new DefaultPointcutAdvisor(new AnnotationMatchingPointcut(null, Transactional.class, true), new OnceMore());
    advisor.setOrder(BEFORE_TRANSACTIONS);
    return advisor;
  }

  static final class OnceMore implements MethodInterceptor {
    @Override
    public Object invoke(MethodInvocation invocation) throws Throwable {
      // Within another transaction it is that one which was ended.
      if (TransactionSynchronizationManager.isActualTransactionActive()) {
        return invocation.proceed();
      }
      // An invocation goes on only once; a second try needs one of its own.
      MethodInvocation again = ((ProxyMethodInvocation) invocation).invocableClone();
      try {
        return invocation.proceed();
      } catch (PessimisticLockingFailureException e) {
        LOG.warn("{} met another change and is tried once more: {}", invocation.getMethod().getName(), e.getMessage());
        return again.proceed();
      }
    }
  }
}
