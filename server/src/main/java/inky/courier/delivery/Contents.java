package inky.courier.delivery;

import inky.courier.core.delivery.Departure;

/** The pages and files of deliveries, as far as the engine has to know of them. */
interface Contents {
    /** Whether a delivery's files are there, whole, and as the pages are now. */
    Departure departure(Delivery delivery);

    /** Removes pages and files for good; part of the change that brings it about. */
    void remove(Delivery delivery);
}
