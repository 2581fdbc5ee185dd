package idiotaxa.server.people;

import jakarta.servlet.http.HttpServletRequest;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionExecution;
import org.springframework.transaction.TransactionExecutionListener;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;

/**
 * Writes who changes what into the transaction of the change: the first one that a request commits takes the
 * entry along, so that neither is there without the other.
 */
@Component
class AuditTrail implements TransactionExecutionListener {
  private static final Logger LOG = LoggerFactory.getLogger(AuditTrail.class);
  private static final String OWED = AuditTrail.class.getName();

  private final ObjectProvider<AuditStore> entries;
  private final CurrentPerson current;

  /**
   * @param entries when first needed: the transactions that they are written in are made after this
   */
  AuditTrail(ObjectProvider<AuditStore> entries, CurrentPerson current) {
    this.entries = entries;
    this.current = current;
  }

  private record Owed(Person person, String address, String act, Long assetId) {}

  /** An entry is owed from now on until something is committed or the request ends. */
  void begin(HttpServletRequest request, String pattern, Long assetId) {
    if (current.isStudio()) {
      request.setAttribute(
          OWED, new Owed(current.get(), request.getRemoteAddr(), request.getMethod() + " " + request.getRequestURI(), assetId));
    }
  }

  /** Of somebody who signs in or out. */
  void note(Person person, String address, String act) {
    entries.getObject().add(person, address, act, null);
  }

  @Override
  public void beforeCommit(TransactionExecution transaction) {
    RequestAttributes request = RequestContextHolder.getRequestAttributes();
    if (request == null || !transaction.isNewTransaction() || transaction.isReadOnly()) {
      return;
    }
    if (request.getAttribute(OWED, RequestAttributes.SCOPE_REQUEST) instanceof Owed owed) {
      request.removeAttribute(OWED, RequestAttributes.SCOPE_REQUEST);
      write(owed);
    }
  }

  /** What succeeded without a transaction of its own is noted after it. */
  void end(HttpServletRequest request, boolean isDone) {
    if (isDone && request.getAttribute(OWED) instanceof Owed owed) {
      request.removeAttribute(OWED);
      LOG.debug("{} was done without a transaction", owed.act());
      write(owed);
    }
  }

  private void write(Owed owed) {
    entries.getObject().add(owed.person(), owed.address(), owed.act(), owed.assetId());
  }
}
