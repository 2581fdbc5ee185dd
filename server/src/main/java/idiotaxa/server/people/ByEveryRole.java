package idiotaxa.server.people;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** A change of something that is one's own: whatever the role, and noted in the trail. */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
@interface ByEveryRole {}
