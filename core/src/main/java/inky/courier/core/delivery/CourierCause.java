package inky.courier.core.delivery;

/** Why a delivery does not go although nobody else is at fault. */
public enum CourierCause implements Cause {
    CONTENTS_GONE(
            Lasting.FOR_GOOD,
            "Its files are no longer there, so nothing was sent.",
            "Scan the pages again, then send."),
    HELD_TOO_LONG(
            Lasting.FOR_GOOD,
            "It was held until its pages had to be removed.",
            "Scan the pages again; Settings say how long pages are kept."),
    COURIER_FAILED(
            Lasting.PASSES,
            "An internal error occurred while sending.",
            "Courier tries again automatically. If this persists, see the server's log."),
    COURIER_ENDED(
            Lasting.FOR_GOOD,
            "Courier was stopped several times while sending it, so it is not sent again automatically.",
            "See the server's log for the reason, then try again.");

    private final Told told;

    CourierCause(Lasting lasting, String sentence, String remedy) {
        this.told = new Told(lasting, sentence, remedy);
    }

    @Override
    public Told told() {
        return told;
    }

    @Override
    public Scope scope() {
        return Scope.THIS_ONE;
    }
}
