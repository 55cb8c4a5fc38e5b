package inky.courier.web;

import inky.courier.core.access.Right;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** The right that an endpoint of the desk needs: its own, else that of its class. One without any answers nobody. */
@Target({ElementType.TYPE, ElementType.METHOD})
@Retention(RetentionPolicy.RUNTIME)
public @interface Needs {
    Right value();
}
