package idiotaxa.server.people;

import idiotaxa.server.people.AccountStore.AccountRow;
import idiotaxa.server.web.ConflictException;
import idiotaxa.server.web.NotFoundException;
import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Accounts, shows and tokens of a studio. */
@Service
public class PeopleService {
  private static final int MOST_NAME = 80;
  private static final int MOST_SHOW_NAME = 120;
  private static final int MOST_TOKEN_DAYS = 366;

  private final AccountStore accounts;
  private final ShowStore shows;
  private final Passwords passwords;
  private final Clock clock;

  PeopleService(AccountStore accounts, ShowStore shows, Passwords passwords, Clock clock) {
    this.accounts = accounts;
    this.shows = shows;
    this.passwords = passwords;
    this.clock = clock;
  }

  /**
   * Somebody who can sign in, or could.
   *
   * @param isClosed whether nobody can sign in with it any more
   * @param version to be given back with a change
   */
  public record AccountView(
      long id, String name, Role role, boolean isClosed, int version, LocalDateTime createdAt) {}

  /**
   * A show.
   *
   * @param version to be given back with a change
   * @param assets how many it has, those in the trash too
   * @param members who belong to it, beside those who manage
   */
  public record ShowView(long id, String name, int version, int assets, List<ShowStore.Member> members) {}

  /**
   * A token without its secret.
   *
   * @param account name of whom it stands for
   * @param endsAt UTC
   */
  public record TokenView(long id, String account, String name, Role role, LocalDateTime endsAt, LocalDateTime createdAt) {}

  /**
   * A new token.
   *
   * @param secret told this once
   */
  public record NewToken(long id, String secret) {}

  public List<AccountView> accounts() {
    return accounts.list().stream().map(PeopleService::view).toList();
  }

  private static AccountView view(AccountRow a) {
    return new AccountView(a.id(), a.name(), a.role(), a.isClosed(), a.version(), a.createdAt());
  }

  /**
   * @throws IllegalArgumentException for a name or a password that does not do
   * @throws ConflictException when the name is taken
   */
  @Transactional
  public long createAccount(String name, String password, Role role) {
    if (role == null) {
      throw new IllegalArgumentException("role is missing: look, work or manage.");
    }
    try {
      return accounts.create(checked("name", name, MOST_NAME), passwords.encode(password), role);
    } catch (DuplicateKeyException e) {
      throw new ConflictException("There is an account of that name already.");
    }
  }

  /**
   * @throws ConflictException for the last one that manages
   */
  @Transactional
  public void changeAccount(long id, int version, Role role, boolean isClosed) {
    List<Long> managers = accounts.lockManagers();
    AccountRow account = account(id);
    Role next = role == null ? account.role() : role;
    if (managers.equals(List.of(id)) && (next != Role.MANAGE || isClosed)) {
      throw new ConflictException("Somebody has to manage: make somebody else do it first.");
    }
    if (!accounts.change(id, version, next, isClosed)) {
      throw new ConflictException("The account was changed by somebody else meanwhile; look at it again.");
    }
  }

  /** Signs out whoever is signed in with the account, and ends its tokens. */
  @Transactional
  public void setPassword(long id, String password) {
    accounts.setPassword(account(id).id(), passwords.encode(password));
  }

  /**
   * Of one's own account; its sessions and tokens end.
   *
   * @throws IllegalArgumentException when the present one is wrong or the next one does not do
   */
  @Transactional
  public void changePassword(long id, String present, String next) {
    if (!passwords.matches(present, account(id).password())) {
      throw new IllegalArgumentException("present: this is not your password.");
    }
    accounts.setPassword(id, passwords.encode(next));
  }

  private AccountRow account(long id) {
    return accounts.find(id).orElseThrow(() -> new NotFoundException("account", id));
  }

  /** An account by its name. */
  public AccountView account(String name) {
    return accounts.find(name).map(PeopleService::view).orElse(null);
  }

  /** Those that a person sees, by name. */
  public List<ShowView> shows(Person person) {
    Map<Long, List<ShowStore.Member>> members = shows.members();
    return shows.list().stream()
        .filter(s -> person.sees(s.id()))
        .map(s -> new ShowView(s.id(), s.name(), s.version(), s.assets(), members.getOrDefault(s.id(), List.of())))
        .toList();
  }

  @Transactional
  public long createShow(String name) {
    try {
      return shows.create(checked("name", name, MOST_SHOW_NAME));
    } catch (DuplicateKeyException e) {
      throw new ConflictException("There is a show of that name already.");
    }
  }

  /**
   * @param members numbers of accounts, all of them
   */
  @Transactional
  public void changeShow(long id, int version, String name, List<Long> members) {
    if (!shows.exists(id)) {
      throw new NotFoundException("show", id);
    }
    try {
      if (!shows.rename(id, version, checked("name", name, MOST_SHOW_NAME))) {
        throw new ConflictException("The show was changed by somebody else meanwhile; look at it again.");
      }
    } catch (DuplicateKeyException e) {
      throw new ConflictException("There is a show of that name already.");
    }
    List<Long> wanted = members == null ? List.of() : members;
    wanted.forEach(this::account);
    shows.setMembers(id, wanted);
  }

  /**
   * @param accountId null for everybody's
   */
  public List<TokenView> tokens(Long accountId) {
    return accounts.tokens(accountId).stream()
        .map(t -> new TokenView(t.id(), t.accountName(), t.name(), t.role(), t.endsAt(), t.createdAt()))
        .toList();
  }

  /**
   * A token of one's own.
   *
   * @param days until it ends, 1 to 366
   */
  @Transactional
  public NewToken createToken(Person person, String name, Role role, int days) {
    if (days < 1 || days > MOST_TOKEN_DAYS) {
      throw new IllegalArgumentException("days: 1 to " + MOST_TOKEN_DAYS + ".");
    }
    if (role == null || !person.role().reaches(role)) {
      throw new IllegalArgumentException("role: one that you have yourself, " + person.role().word() + " at most.");
    }
    String secret = Tokens.create();
    long id =
        accounts.createToken(
            person.accountId(),
            checked("name", name, MOST_NAME),
            Tokens.digest(secret),
            role,
            LocalDateTime.now(clock).plusDays(days));
    return new NewToken(id, secret);
  }

  /** One's own, or anybody's for those who manage. */
  @Transactional
  public void deleteToken(Person person, long id) {
    if (!accounts.deleteToken(id, person.role() == Role.MANAGE ? null : person.accountId())) {
      throw new NotFoundException("token", id);
    }
  }

  private static String checked(String field, String name, int most) {
    if (name == null || name.isBlank() || name.strip().length() > most) {
      throw new IllegalArgumentException(field + ": 1 to " + most + " characters.");
    }
    return name.strip();
  }
}
