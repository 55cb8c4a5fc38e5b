package inky.courier.delivery;

import inky.courier.core.access.Right;
import inky.courier.core.message.Message;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.web.Access;
import inky.courier.web.Json;
import inky.courier.web.Refusal;
import inky.courier.web.Who;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The files of a delivery on paper once more: further legs of the same delivery, by the same line. */
@Service
public class PrintAgain {
    private final Deliveries deliveries;
    private final DeliveryRepository known;
    private final Files files;
    private final LegsOfJob legsOfJob;

    PrintAgain(Deliveries deliveries, DeliveryRepository known, Files files, LegsOfJob legsOfJob) {
        this.deliveries = deliveries;
        this.known = known;
        this.files = files;
        this.legsOfJob = legsOfJob;
    }

    /** @param files as they are kept; none before they are made @param encrypted whether nobody reads them without a passcode */
    public record Kept(List<Files.KeptFile> files, boolean encrypted) {}

    /** For the desk. @throws Refusal when there is no such delivery for whoever asks, or its files are gone */
    @Transactional(readOnly = true)
    public Kept kept(UUID id) {
        Access.require(Right.ACT_ON_DELIVERIES);
        Delivery delivery = known.findById(id)
                .filter(one -> Access.sees(one.place))
                .orElseThrow(() -> Refusal.notFound("delivery"));
        FurtherLegs.requireKept(delivery);
        return kept(delivery);
    }

    /** @throws Refusal when it is not theirs, or its files are gone */
    @Transactional(readOnly = true)
    public Kept kept(UUID id, PersonView person) {
        Delivery delivery = known.findById(id).orElseThrow(() -> Refusal.notFound("delivery"));
        FurtherLegs.requireKept(delivery, person);
        return kept(delivery);
    }

    private Kept kept(Delivery delivery) {
        return new Kept(
                files.of(delivery.id),
                Json.read(delivery.jobSnapshot, JobSnapshot.class).encrypts());
    }

    /** For the desk. @throws Refusal as {@link #kept(UUID)} */
    @Transactional
    public void print(UUID id, Paper paper) {
        Access.require(Right.ACT_ON_DELIVERIES);
        deliveries.changes(id, change -> {
            if (!Access.sees(change.delivery().place)) {
                throw Refusal.notFound("delivery");
            }
            FurtherLegs.requireKept(change.delivery());
            print(change, paper, Who.name());
        });
    }

    /** @throws Refusal as {@link #kept(UUID, PersonView)} */
    @Transactional
    public void print(UUID id, PersonView person, Paper paper) {
        deliveries.changes(id, change -> {
            FurtherLegs.requireKept(change.delivery(), person);
            print(change, paper, person.name());
        });
    }

    private void print(Change change, Paper paper, String who) {
        FurtherLegs.add(
                change,
                legsOfJob.toPaper(change.delivery(), paper),
                Message.of("delivery.printed-again").with("who", who).with("device", paper.deviceName()));
    }
}
