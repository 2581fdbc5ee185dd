package idiotaxa.server.people;

import idiotaxa.server.web.NotAllowedException;
import idiotaxa.server.web.NotSignedInException;
import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out, and who one is. */
@RestController
@RequestMapping("/api")
class SignInController {
  private final SignInService signIns;
  private final PeopleService people;
  private final CurrentPerson current;
  private final Allowance allowance;

  SignInController(SignInService signIns, PeopleService people, CurrentPerson current, Allowance allowance) {
    this.signIns = signIns;
    this.people = people;
    this.current = current;
    this.allowance = allowance;
  }

  /**
   * @param password of the account
   */
  record SignIn(String name, String password) {}

  /**
   * @param present the password until now
   * @param next the one from now on, 12 characters at least, 72 bytes at most
   */
  record OtherPassword(String present, String next) {}

  /** A show by its name. */
  record ShowName(long id, String name) {}

  /**
   * Who asks.
   *
   * @param isStudio whether people sign in here
   * @param isSignedIn true where nobody has to
   * @param accountId number of the account, null where nobody signs in, or has
   * @param name empty where nobody signs in, or has
   * @param role null for somebody who has not signed in
   * @param shows that this person sees
   */
  record Me(boolean isStudio, boolean isSignedIn, Long accountId, String name, Role role, List<ShowName> shows) {}

  /** Who one is, also for those who have not signed in. */
  @GetMapping("/me")
  @ForEverybody
  Me me(HttpServletRequest request) {
    // A page needs the token that proves its changes to be its own before the first of them.
    if (request.getAttribute(CsrfToken.class.getName()) instanceof CsrfToken token) {
      token.getToken();
    }
    try {
      Person person = current.get();
      List<ShowName> shows = people.shows(person).stream().map(s -> new ShowName(s.id(), s.name())).toList();
      return new Me(current.isStudio(), true, person.accountId(), person.name(), person.role(), shows);
    } catch (NotSignedInException e) {
      return new Me(true, false, null, "", null, List.of());
    }
  }

  /** Begins a session; the cookie of the answer stands for it. */
  @PostMapping("/sign-in")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @ForEverybody
  void signIn(@RequestBody SignIn who, HttpServletRequest request) {
    signIns.signIn(who.name(), who.password(), request);
  }

  /** Ends the session. */
  @PostMapping("/sign-out")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @ForEverybody
  void signOut(HttpServletRequest request) {
    signIns.signOut(current.get(), request);
  }

  /** Gives one's own account another password; every session and every token of it ends. */
  @PutMapping("/me/password")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  @ForEverybody
  void changePassword(@RequestBody OtherPassword password, HttpServletRequest request) {
    Person person = current.get();
    if (person.accountId() == null || person.token() != null) {
      throw new NotAllowedException("Only somebody who has signed in has a password.");
    }
    // A session that was left open must not become a place to guess passwords at.
    String counted = Long.toString(person.accountId());
    allowance.takeTry(counted, request.getRemoteAddr());
    people.changePassword(person.accountId(), password.present(), password.next());
    allowance.forgive(counted, request.getRemoteAddr());
  }
}
