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
  private static final String BEGUN = OWED + ".begun";

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
  void begin(HttpServletRequest request, Long assetId) {
    if (current.isStudio()) {
      Owed owed = new Owed(current.get(), request.getRemoteAddr(), act(request), assetId);
      request.setAttribute(OWED, owed);
      request.setAttribute(BEGUN, owed);
    }
  }

  private static String act(HttpServletRequest request) {
    return request.getMethod() + " " + request.getRequestURI();
  }

  /** Somebody asked for a change that is not for them. */
  void refused(HttpServletRequest request, Person person) {
    if (current.isStudio()) {
      note(person, request.getRemoteAddr(), "refused: " + act(request));
    }
  }

  /** Of somebody who signs in or out, or may not. */
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

  /** What succeeded without a transaction of its own is noted after it; of what is noted and did not succeed that is said. */
  void end(HttpServletRequest request, int status, Exception e) {
    boolean isDone = status < 400 && e == null;
    boolean isNoted = request.getAttribute(OWED) == null;
    if (isDone == isNoted || !(request.getAttribute(BEGUN) instanceof Owed owed)) {
      return;
    }
    request.removeAttribute(OWED);
    request.removeAttribute(BEGUN);
    if (isDone) {
      LOG.debug("{} was done without a transaction", owed.act());
      write(owed);
    } else {
      note(owed.person(), owed.address(), "ended with " + status + ": " + owed.act());
    }
  }

  private void write(Owed owed) {
    entries.getObject().add(owed.person(), owed.address(), owed.act(), owed.assetId());
  }
}
