package inky.courier.connection;

import inky.courier.core.delivery.Cause;
import inky.courier.core.delivery.Setback;
import java.io.IOException;

/** A far side that did not do what was asked; carries what that means. */
public final class FarSideException extends IOException {
    private final transient Setback setback;

    public FarSideException(Setback setback) {
        super(setback.sentence().toString());
        this.setback = setback;
    }

    public FarSideException(Cause cause, String reply) {
        this(Setback.of(cause, reply));
    }

    public Setback setback() {
        return setback;
    }
}
