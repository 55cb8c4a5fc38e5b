package inky.courier.delivery;

import inky.courier.core.delivery.LegPhase;
import inky.courier.core.delivery.LegState;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.message.Message;
import inky.courier.destination.DestinationService;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.web.Refusal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * What somebody has sent goes once more: to where it went, or to others. It is the same delivery with further legs, so the same
 * files go, under a Message-ID of their own, for as long as they are kept.
 */
@Service
public class SendAgain {
    private final Deliveries deliveries;
    private final DestinationService destinations;
    private final LegsOfJob legsOfJob;

    SendAgain(Deliveries deliveries, DestinationService destinations, LegsOfJob legsOfJob) {
        this.deliveries = deliveries;
        this.destinations = destinations;
        this.legsOfJob = legsOfJob;
    }

    /** Where somebody stands. @param open destinations to which they can send from there */
    public record From(UUID device, Set<UUID> open) {
        private boolean reaches(Delivery delivery, Leg leg) {
            return leg.destinationId != null
                    && open.contains(leg.destinationId)
                    && (!leg.kind.isAtTheDevice() || device.equals(delivery.deviceId));
        }
    }

    /** Two legs that are the same way are to the same people or folder. */
    private record Way(
            UUID destination, Optional<UUID> place, Set<String> recipients, String copies, String below, String kinds) {
        static Way of(Leg leg) {
            return new Way(
                    leg.destinationId,
                    ownFolder(leg),
                    Set.copyOf(Consignments.addresses(leg.recipients)),
                    leg.copies,
                    leg.below,
                    leg.kinds);
        }
    }

    /** Which of the person's own folders it goes to. */
    private static Optional<UUID> ownFolder(Leg leg) {
        return Optional.of(leg.routeId).filter(route -> leg.kind == DestinationKind.DESKTOP);
    }

    /**
     * To where it went, once each; what did not get through is tried again instead. What is under way, and what was stopped by
     * hand, is left as it is.
     *
     * @param person who sent it; mail to themselves goes to the address that they have by now
     * @throws Refusal when it is not theirs, is not kept any more, or nothing of it can go
     */
    @Transactional
    public void same(UUID id, PersonView person, From from) {
        deliveries.changes(id, change -> {
            FurtherLegs.requireKept(change.delivery(), person);
            Map<Way, List<Leg>> ways = change.legs().stream()
                    .filter(leg -> from.reaches(change.delivery(), leg))
                    .collect(Collectors.groupingBy(Way::of, LinkedHashMap::new, Collectors.toList()));
            boolean made = ByHand.makeAgain(change);
            long going = ways.values().stream()
                    .filter(legs -> goAgain(change, legs, person))
                    .count();
            if (going == 0 && !made) {
                throw Refusal.of(HttpStatus.CONFLICT, "send-again.nothing");
            }
        });
    }

    /** @param legs one way, with every time that it was gone */
    private boolean goAgain(Change change, List<Leg> legs, PersonView person) {
        Leg last = legs.get(legs.size() - 1);
        if (last.phase == LegPhase.STOPPED && !last.isCalledOff()) {
            change.become(last, LegState::askedAgain);
            ByHand.startAnew(change, last);
            change.say(last, Message.of("delivery.tried-again").with("who", person.name()), "");
            return true;
        }
        if (last.phase != LegPhase.ACCEPTED) {
            return false;
        }
        DestinationView to = destinations.get(last.destinationId);
        Leg again = add(
                change,
                to,
                new Choices(
                        Map.of(to.id(), Consignments.addresses(last.recipients)),
                        Map.of(to.id(), last.below),
                        List.of(),
                        "",
                        Map.of(),
                        ownFolder(last).map(place -> Map.of(to.id(), place)).orElse(Map.of())),
                person);
        again.copies = last.copies;
        again.kinds = last.kinds;
        return true;
    }

    /**
     * By mail to others.
     *
     * @param through the destination by which it goes to whoever is chosen
     * @param addresses whom they may send to
     * @throws Refusal when it is not theirs, or is not kept any more
     */
    @Transactional
    public void toOthers(UUID id, PersonView person, DestinationView through, List<String> addresses) {
        deliveries.changes(id, change -> {
            FurtherLegs.requireKept(change.delivery(), person);
            add(
                    change,
                    through,
                    new Choices(Map.of(through.id(), addresses), Map.of(), List.of(), "", Map.of()),
                    person);
        });
    }

    private Leg add(Change change, DestinationView to, Choices choices, PersonView person) {
        Delivery delivery = change.delivery();
        Leg leg = legsOfJob.to(delivery, to, delivery.legs.size(), choices, person.email());
        FurtherLegs.add(change, leg, Message.of("delivery.sent-again").with("who", person.name()));
        return leg;
    }
}
