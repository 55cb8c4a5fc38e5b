package inky.courier.web;

import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;

/** Who is doing this. */
public final class Who {
    private Who() {}

    /** The sign-in name of who asked; Courier itself where nobody did. */
    public static String name() {
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        return who == null || who.getName() == null ? "Courier" : who.getName();
    }
}
