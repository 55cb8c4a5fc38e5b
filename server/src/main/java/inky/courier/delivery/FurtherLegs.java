package inky.courier.delivery;

import inky.courier.core.message.Message;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.web.Refusal;
import java.util.Objects;
import org.springframework.http.HttpStatus;

/** Legs that a delivery gets after it was sent. */
final class FurtherLegs {
    /** Nobody means more than that; each is carried by itself. */
    private static final int MOST_LEGS = 48;

    private FurtherLegs() {}

    /** @param said what the delivery's steps say of it @throws Refusal when it has too many already */
    static void add(Change change, Leg leg, Message said) {
        Delivery delivery = change.delivery();
        if (delivery.legs.size() >= MOST_LEGS) {
            throw Refusal.of(HttpStatus.CONFLICT, "send-again.most");
        }
        leg.firstTryAt = change.now();
        leg.askedLater = true;
        delivery.legs.add(leg);
        change.say(leg, said, "");
    }

    /** @throws Refusal when it is somebody else's, or its files are gone */
    static void requireKept(Delivery delivery, PersonView person) {
        if (!Objects.equals(delivery.personId, person.id())) {
            throw Refusal.notFound("delivery");
        }
        requireKept(delivery);
    }

    /** @throws Refusal when its files are gone */
    static void requireKept(Delivery delivery) {
        if (delivery.contentsRemovedAt != null) {
            throw Refusal.of(HttpStatus.GONE, "delivery.removed");
        }
    }
}
