package inky.courier.web;

import inky.courier.core.access.Right;
import inky.courier.core.access.Role;
import java.util.Collection;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.GrantedAuthority;
import org.springframework.security.core.context.SecurityContextHolder;

/** What whoever asks may do. */
public final class Access {
    private static final String PREFIX = "ROLE_";
    private static final String PLACE = "PLACE_";

    /** Of sessions that began before there were roles. */
    private static final String BEFORE_ROLES = "ROLE_ADMIN";

    private Access() {}

    /** The role of whoever asks; none for Courier itself and for a person at a panel. */
    public static Optional<Role> role() {
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        return who == null
                ? Optional.empty()
                : who.getAuthorities().stream()
                        .map(GrantedAuthority::getAuthority)
                        .flatMap(authority -> role(authority).stream())
                        .findFirst();
    }

    private static Optional<Role> role(String authority) {
        if (BEFORE_ROLES.equals(authority)) {
            return Optional.of(Role.ADMINISTRATOR);
        }
        for (Role role : Role.values()) {
            if (authority(role).equals(authority)) {
                return Optional.of(role);
            }
        }
        return Optional.empty();
    }

    /** What stands for a role in a session, and for the places that it is limited to; none is everywhere. */
    public static String[] authorities(Role role, Collection<String> places) {
        return Stream.concat(Stream.of(authority(role)), places.stream().map(place -> PLACE + place))
                .toArray(String[]::new);
    }

    private static String authority(Role role) {
        return PREFIX + role;
    }

    /** The places that whoever asks is limited to; empty where they see everything. */
    public static Optional<Set<String>> places() {
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        Set<String> places = who == null
                ? Set.of()
                : who.getAuthorities().stream()
                        .map(GrantedAuthority::getAuthority)
                        .filter(authority -> authority.startsWith(PLACE))
                        .map(authority -> authority.substring(PLACE.length()))
                        .collect(Collectors.toSet());
        return Optional.of(places).filter(some -> !some.isEmpty());
    }

    /** Whether whoever asks sees what is at a place. */
    public static boolean sees(String place) {
        return places().map(places -> places.contains(place)).orElse(true);
    }

    /** For what is of the whole office. @throws Refusal when whoever asks is limited to places */
    public static void requireEverywhere() {
        if (places().isPresent()) {
            throw notAllowed();
        }
    }

    /** Whether somebody at the desk has a right. */
    public static boolean may(Right right) {
        return role().filter(role -> role.may(right)).isPresent();
    }

    /**
     * For doors inside of the application: holds accounts of the desk to their rights, and lets Courier itself through.
     *
     * @throws Refusal when the account may not
     */
    public static void require(Right right) {
        if (role().isPresent() && !may(right)) {
            throw notAllowed();
        }
    }

    static Refusal notAllowed() {
        return Refusal.of(HttpStatus.FORBIDDEN, "not-allowed");
    }
}
