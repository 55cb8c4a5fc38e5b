package inky.courier.delivery;

import inky.courier.destination.Consignment;

/** Puts together what a leg carries. */
interface Packing {
    Consignment of(Delivery delivery, Leg leg);
}
