package idiotaxa.server.people;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * The command that makes an account, or gives one another password, from the machine of the database: {@code
 * --account=NAME --role=ROLE}, with the password in the first line of the standard input.
 */
@Component
@Profile("account")
class FirstAccount implements ApplicationRunner {
  private static final String HERE = "the server's machine";
  private static final Person COMMAND = new Person(null, "command line", Role.MANAGE, null, null);

  private final PeopleService people;
  private final AuditTrail trail;

  FirstAccount(PeopleService people, AuditTrail trail) {
    this.people = people;
    this.trail = trail;
  }

  @Override
  @Transactional
  public void run(ApplicationArguments arguments) throws IOException {
    String name = only(arguments, "account");
    String role = only(arguments, "role");
    String password = new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8)).readLine();
    PeopleService.AccountView known = people.account(name);
    if (known == null) {
      people.createAccount(name, password, Role.of(role == null ? Role.MANAGE.word() : role));
      trail.note(COMMAND, HERE, "account made: " + name);
      System.out.println("The account " + name + " is made.");
      return;
    }
    people.setPassword(known.id(), password);
    people.changeAccount(known.id(), known.version(), role == null ? null : Role.of(role), false);
    trail.note(COMMAND, HERE, "account changed: " + name);
    System.out.println("The account " + name + " has the new password; every session of it has ended.");
  }

  private static String only(ApplicationArguments arguments, String option) {
    return arguments.containsOption(option) ? arguments.getOptionValues(option).get(0) : null;
  }
}
