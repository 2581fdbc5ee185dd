package idiotaxa.server.people;

import idiotaxa.server.web.TooOftenException;
import idiotaxa.server.web.NotSignedInException;
import idiotaxa.server.people.AccountStore.AccountRow;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import java.time.Clock;
import java.time.Duration;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import org.springframework.stereotype.Service;

/** Who signs in, stays signed in, and who a script's token stands for. */
@Service
class SignInService {
  private static final String ACCOUNT = "account";
  private static final String SIGN_INS = "signIns";

  /** However busy a session is. */
  private static final Duration LONGEST = Duration.ofDays(7);

  private final AccountStore accounts;
  private final Passwords passwords;
  private final Allowance allowance;
  private final AuditTrail trail;
  private final Clock clock;

  SignInService(AccountStore accounts, Passwords passwords, Allowance allowance, AuditTrail trail, Clock clock) {
    this.accounts = accounts;
    this.passwords = passwords;
    this.allowance = allowance;
    this.trail = trail;
    this.clock = clock;
  }

  /**
   * @throws NotSignedInException when name and password do not belong together; which of them is wrong is not told
   * @throws TooOftenException after too many tries
   */
  void signIn(String name, String password, HttpServletRequest request) {
    String known = name == null ? "" : name.strip();
    AccountRow account = accounts.find(known).orElse(null);
    // The database finds an account under many spellings; it is counted under one.
    String counted = account == null ? "unknown " + known.toLowerCase(Locale.ROOT) : Long.toString(account.id());
    allowance.takeTry(counted, request.getRemoteAddr());
    if (!passwords.matches(password, account == null ? null : account.password()) || account.isClosed()) {
      if (account != null) {
        trail.note(person(account), request.getRemoteAddr(), "sign-in refused");
      }
      throw new NotSignedInException("This name and this password do not belong together.");
    }
    allowance.forgive(counted, request.getRemoteAddr());
    HttpSession before = request.getSession(false);
    if (before != null) {
      // A session that somebody else may have prepared is not taken over.
      before.invalidate();
    }
    HttpSession session = request.getSession(true);
    session.setAttribute(ACCOUNT, account.id());
    session.setAttribute(SIGN_INS, account.signInCount());
    trail.note(person(account), request.getRemoteAddr(), "signed in");
  }

  void signOut(Person person, HttpServletRequest request) {
    HttpSession session = request.getSession(false);
    if (session != null) {
      session.invalidate();
    }
    trail.note(person, request.getRemoteAddr(), "signed out");
  }

  /** Who a session is of; empty once the account is closed, has another password, or signed in a week ago. */
  Optional<Person> of(HttpSession session) {
    return session == null ? Optional.empty() : of(session::getAttribute, session.getCreationTime());
  }

  /**
   * The same of a session that no request is about.
   *
   * @param attribute of the session, by its name
   * @param createdAt ms since 1970
   */
  Optional<Person> of(Function<String, Object> attribute, long createdAt) {
    if (!(attribute.apply(ACCOUNT) instanceof Long id) || clock.millis() - createdAt > LONGEST.toMillis()) {
      return Optional.empty();
    }
    return accounts
        .find(id)
        .filter(a -> !a.isClosed() && Integer.valueOf(a.signInCount()).equals(attribute.apply(SIGN_INS)))
        .map(this::person);
  }

  /** Who a script acts for, with at most the role of its token. */
  Optional<Person> of(String secret) {
    return ofToken(Tokens.digest(secret));
  }

  /** The same by what is kept of the secret. */
  Optional<Person> ofToken(String digest) {
    return accounts
        .tokenByDigest(digest)
        .flatMap(
            token ->
                accounts
                    .find(token.accountId())
                    .filter(a -> !a.isClosed())
                    .map(a -> person(a, a.role().atMost(token.role()), token.name())));
  }

  private Person person(AccountRow account) {
    return person(account, account.role(), null);
  }

  private Person person(AccountRow account, Role role, String token) {
    boolean seesAll = account.role() == Role.MANAGE;
    return new Person(account.id(), account.name(), role, token, seesAll ? null : accounts.shows(account.id()));
  }
}
