package idiotaxa.server.job;

import java.util.List;
import java.util.Map;
import org.springframework.boot.context.properties.bind.Bindable;
import org.springframework.boot.context.properties.bind.Binder;
import org.springframework.context.annotation.Condition;
import org.springframework.context.annotation.ConditionContext;
import org.springframework.core.type.AnnotatedTypeMetadata;

/** Asks the settings. */
class TakenHereCondition implements Condition {
  @Override
  public boolean matches(ConditionContext context, AnnotatedTypeMetadata metadata) {
    Map<String, Object> attributes = metadata.getAnnotationAttributes(TakenHere.class.getName());
    List<String> wanted =
        Binder.get(context.getEnvironment()).bind("idiotaxa.job-kinds", Bindable.listOf(String.class)).orElse(List.of());
    return attributes != null && JobKind.of(wanted).contains((JobKind) attributes.get("value"));
  }
}
