package inky.courier.panel;

import inky.courier.core.people.PanelSignIn.Replace;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.springframework.security.core.AuthenticatedPrincipal;

/**
 * Who is at a panel.
 *
 * @param personId of a guest one that is nobody's, and another in each session: nothing of one is ever another's
 * @param guest whether they scan without having signed in
 * @param endsAt when the session ends if they do nothing more
 * @param replace why they must get another PIN first; empty where they need not
 */
record PanelUser(UUID deviceId, UUID personId, boolean guest, Instant endsAt, Optional<Replace> replace)
        implements AuthenticatedPrincipal {
    /** What is written down says who by the person's own name ({@code Who.as}), and otherwise only where from. */
    @Override
    public String getName() {
        return "a panel";
    }

    /** Somebody who has just signed in. */
    static PanelUser now(UUID deviceId, UUID personId, Optional<Replace> replace) {
        return new PanelUser(deviceId, personId, false, Instant.MAX, replace);
    }

    /** A guest who has just come. */
    static PanelUser guestNow(UUID deviceId, UUID id) {
        return new PanelUser(deviceId, id, true, Instant.MAX, Optional.empty());
    }

    /** Whom the office knows; empty for a guest. */
    Optional<UUID> known() {
        return guest ? Optional.empty() : Optional.of(personId);
    }
}
