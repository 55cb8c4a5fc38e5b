package inky.courier.core.delivery;

/** The five stops of a delivery's line. The last two belong to each leg. */
public enum Stop {
    SCANNED,
    MADE_READY,
    NAMED,
    SENT,
    ACCEPTED
}
