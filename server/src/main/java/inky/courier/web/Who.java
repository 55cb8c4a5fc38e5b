package inky.courier.web;

import java.util.Collection;
import java.util.List;
import java.util.function.Supplier;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.GrantedAuthority;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;

/** Who is doing this. */
public final class Who {
    private Who() {}

    /** The sign-in name of who asked; Courier itself where nobody did. */
    public static String name() {
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        return who == null || who.getName() == null ? "Courier" : who.getName();
    }

    /** Does something that is written down under a person's name, who has no account of the desk. */
    public static <T> T as(String name, Supplier<T> doing) {
        return as(name, List.of(), doing);
    }

    /** @param authorities that it is done with */
    public static <T> T as(String name, Collection<? extends GrantedAuthority> authorities, Supplier<T> doing) {
        SecurityContext before = SecurityContextHolder.getContext();
        SecurityContext theirs = SecurityContextHolder.createEmptyContext();
        theirs.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(name, null, authorities));
        SecurityContextHolder.setContext(theirs);
        try {
            return doing.get();
        } finally {
            SecurityContextHolder.setContext(before);
        }
    }
}
