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
            "Courier itself failed while sending it.",
            "Courier tries again by itself. If that goes on, the log of the server says more."),
    COURIER_ENDED(
            Lasting.FOR_GOOD,
            "Courier was ended several times while sending it, so it is not sent again by itself.",
            "Find out in the log of the server why it ended, then try again.");

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
