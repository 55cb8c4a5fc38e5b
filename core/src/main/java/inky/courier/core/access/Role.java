package inky.courier.core.access;

import java.util.EnumSet;
import java.util.Set;

/** What an account at the desk is for. */
public enum Role {
    /** Does everything. */
    ADMINISTRATOR(EnumSet.allOf(Right.class)),
    /** Keeps deliveries going. */
    OPERATOR(EnumSet.of(Right.READ_DELIVERIES, Right.ACT_ON_DELIVERIES, Right.HELP_AT_PANELS, Right.UNLOCK)),
    /** Reads all but pages and secrets. */
    AUDITOR(EnumSet.of(Right.READ_DELIVERIES, Right.READ_SETUP, Right.READ_LOGS));

    private final Set<Right> rights;

    Role(Set<Right> rights) {
        this.rights = Set.copyOf(rights);
    }

    public Set<Right> rights() {
        return rights;
    }

    public boolean may(Right right) {
        return rights.contains(right);
    }
}
