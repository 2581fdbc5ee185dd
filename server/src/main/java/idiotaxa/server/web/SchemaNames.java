package idiotaxa.server.web;

import io.swagger.v3.core.jackson.TypeNameResolver;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Names of records in the description: a record inside another class has that class's name before its own, so
 * that the groups of palettes and those of assets are two things there too.
 */
final class SchemaNames extends TypeNameResolver {
  private static final Pattern KIND_OF_CLASS =
      Pattern.compile("(Controller|Service|Views|Store|Lines|Files|Items|From|Use)$");

  @Override
  protected String nameForClass(Class<?> type, Set<Options> options) {
    Class<?> outer = type.getEnclosingClass();
    if (outer == null) {
      return super.nameForClass(type, options);
    }
    String before = KIND_OF_CLASS.matcher(nameForClass(outer, options)).replaceAll("");
    return type.getSimpleName().startsWith(before) ? type.getSimpleName() : before + type.getSimpleName();
  }
}
