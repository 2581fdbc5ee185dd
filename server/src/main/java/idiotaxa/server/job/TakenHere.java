package idiotaxa.server.job;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.springframework.context.annotation.Conditional;

/** A task that is there only in processes whose settings say that they take jobs of its kind. */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
@Conditional(TakenHereCondition.class)
@interface TakenHere {
  JobKind value();
}
