package inky.courier.delivery;

import java.time.Instant;
import java.util.UUID;

/** What the engine has to do, and when; written down in the transaction that makes it necessary. */
interface Agenda {
    /** A delivery's files are to be made. */
    void making(UUID delivery, Instant at);

    /** A route's clerks have something to carry. @param clerks how many it may have */
    void carrying(UUID route, int clerks, Instant at);

    /** A paused route is to be asked how it is. */
    void asking(UUID route, Instant at);

    /** What waits at a route that was mended may go. */
    void releasing(UUID route);

    /** A person is to be told what became of a delivery. */
    void telling(UUID delivery);
}
