package idiotaxa.server.people;

import idiotaxa.server.web.NotAllowedException;
import idiotaxa.server.web.Created;
import java.util.List;
import idiotaxa.server.web.VersionHeader;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** People, shows, tokens and the trail of changes; for those who manage, but for one's own shows and tokens. */
@RestController
@RequestMapping("/api")
class PeopleController {
  private static final int MOST_ENTRIES = 200;

  private final PeopleService people;
  private final AuditStore trail;
  private final CurrentPerson current;

  PeopleController(PeopleService people, AuditStore trail, CurrentPerson current) {
    this.people = people;
    this.trail = trail;
    this.current = current;
  }

  /**
   * @param password 12 characters at least, 72 bytes at most
   */
  record NewAccount(String name, String password, Role role) {}

  /**
   * @param role absent for the present one
   * @param isClosed whether nobody can sign in with it any more
   */
  record AccountChange(Role role, boolean isClosed) {}

  /**
   * @param password 12 characters at least, 72 bytes at most
   */
  record Password(String password) {}

  record NewShow(String name) {}

  /**
   * @param members numbers of accounts
   */
  record ShowChange(String name, List<Long> members) {}

  /**
   * @param days until it ends
   */
  record WantedToken(String name, Role role, int days) {}

  /** Everybody who can sign in, or could. */
  @GetMapping("/accounts")
  @ForManagers
  List<PeopleService.AccountView> accounts() {
    return people.accounts();
  }

  /** Makes an account. */
  @PostMapping("/accounts")
  @ResponseStatus(HttpStatus.CREATED)
  @ForManagers
  Created createAccount(@RequestBody NewAccount account) {
    requireStudio();
    return new Created(people.createAccount(account.name(), account.password(), account.role()));
  }

  /**
   * Gives an account another role, closes it or opens it again.
   *
   * @param ifMatch the version of the account that the change is based on, in quotes
   */
  @PatchMapping("/accounts/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @ForManagers
  void changeAccount(
      @PathVariable("id") long id, @RequestHeader("If-Match") String ifMatch, @RequestBody AccountChange change) {
    people.changeAccount(id, VersionHeader.parse(ifMatch), change.role(), change.isClosed());
  }

  /** Gives an account another password; every session of it ends. */
  @PutMapping("/accounts/{id}/password")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @ForManagers
  void setPassword(@PathVariable("id") long id, @RequestBody Password password) {
    people.setPassword(id, password.password());
  }

  /** The shows that one sees. */
  @GetMapping("/shows")
  List<PeopleService.ShowView> shows() {
    return people.shows(current.get());
  }

  /** Makes a show. */
  @PostMapping("/shows")
  @ResponseStatus(HttpStatus.CREATED)
  @ForManagers
  Created createShow(@RequestBody NewShow show) {
    return new Created(people.createShow(show.name()));
  }

  /**
   * Renames a show and says who belongs to it.
   *
   * @param ifMatch the version of the show that the change is based on, in quotes
   */
  @PutMapping("/shows/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @ForManagers
  void changeShow(
      @PathVariable("id") long id, @RequestHeader("If-Match") String ifMatch, @RequestBody ShowChange change) {
    people.changeShow(id, VersionHeader.parse(ifMatch), change.name(), change.members());
  }

  /** One's own tokens; everybody's for those who manage. */
  @GetMapping("/tokens")
  List<PeopleService.TokenView> tokens() {
    Person person = current.get();
    return people.tokens(person.role() == Role.MANAGE ? null : person.accountId());
  }

  /** Makes a token of one's own; its secret is told this once. */
  @PostMapping("/tokens")
  @ResponseStatus(HttpStatus.CREATED)
  @ByEveryRole
  PeopleService.NewToken createToken(@RequestBody WantedToken token) {
    requireStudio();
    Person person = current.get();
    if (person.token() != null) {
      throw new NotAllowedException("A token cannot make another one; sign in for that.");
    }
    return people.createToken(person, token.name(), token.role(), token.days());
  }

  /** Ends a token. */
  @DeleteMapping("/tokens/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @ByEveryRole
  void deleteToken(@PathVariable("id") long id) {
    people.deleteToken(current.get(), id);
  }

  /**
   * Who changed what, newest first, 200 at most.
   *
   * @param before number of an entry that only earlier ones are wanted of, absent for the newest
   * @param account of whom, absent for everybody
   */
  @GetMapping("/trail")
  @ForManagers
  List<AuditStore.Entry> trail(
      @RequestParam(name = "before", required = false) Long before,
      @RequestParam(name = "account", required = false) Long account) {
    return trail.list(before, account, MOST_ENTRIES);
  }

  private void requireStudio() {
    if (!current.isStudio()) {
      throw new NotAllowedException("Nobody signs in here: that is for the profile studio.");
    }
  }
}
