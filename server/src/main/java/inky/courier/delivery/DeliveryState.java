package inky.courier.delivery;

/** What a delivery looks like from outside: the worst of its legs. */
public enum DeliveryState {
    MOVING,
    /** Something is in the way; it goes by itself when that is mended or has passed. */
    WAITING,
    /** Put aside by a person. */
    HELD,
    ACCEPTED,
    /** Somebody has to do something for this one. */
    STOPPED,
    /** Stopped by a person; nothing is left to do. */
    CALLED_OFF
}
