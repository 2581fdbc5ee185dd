package idiotaxa.server.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import org.springframework.boot.autoconfigure.condition.ConditionalOnWebApplication;
import org.springframework.http.HttpHeaders;
import org.springframework.session.Session;
import org.springframework.session.SessionRepository;
import org.springframework.stereotype.Component;

/**
 * Whether somebody still may what they might when they asked: for answers that stay open for hours, while accounts
 * are closed, roles and shows change, tokens end and people sign out.
 */
@Component
@ConditionalOnWebApplication
public class Standing {
  private final CurrentPerson current;
  private final SignInService signIns;
  private final SessionRepository<?> sessions;
  private final StandingStore store;

  Standing(CurrentPerson current, SignInService signIns, SessionRepository<?> sessions, StandingStore store) {
    this.current = current;
    this.signIns = signIns;
    this.sessions = sessions;
    this.store = store;
  }

  /** Another value once anything has changed that anybody's standing hangs on; one query. */
  public Object stamp() {
    return current.isStudio() ? store.stamp() : "";
  }

  /** To be asked later: true as long as whoever sent the request is who they were, with the same rights. */
  public BooleanSupplier of(HttpServletRequest request) {
    if (!current.isStudio()) {
      return () -> true;
    }
    Person then = current.get();
    Supplier<Optional<Person>> now = credentials(request);
    return () -> now.get().filter(then::equals).isPresent();
  }

  private Supplier<Optional<Person>> credentials(HttpServletRequest request) {
    String token = request.getHeader(HttpHeaders.AUTHORIZATION);
    if (token != null && token.startsWith(PersonFilter.BEARER)) {
      String digest = Tokens.digest(token.substring(PersonFilter.BEARER.length()).strip());
      return () -> signIns.ofToken(digest);
    }
    HttpSession session = request.getSession(false);
    String id = session == null ? "" : session.getId();
    return () -> Optional.ofNullable(sessions.findById(id)).flatMap(this::of);
  }

  private Optional<Person> of(Session session) {
    return signIns.of(session::getAttribute, session.getCreationTime().toEpochMilli());
  }
}
