package inky.courier.panel;

import inky.courier.core.Invalid;
import inky.courier.delivery.DeliveryService;
import inky.courier.delivery.DeliveryService.Receipt;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.job.JobService;
import inky.courier.job.JobService.JobView;
import inky.courier.naming.NamingService;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.profile.ProfileService;
import inky.courier.web.Refusal;
import java.time.Clock;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Sends scans of people who do not stand at a panel: by their job as it is, and to their own address where it asks to whom. */
@Service
public class Unattended {
    private final JobService jobs;
    private final ProfileService profiles;
    private final NamingService names;
    private final PeopleService people;
    private final JobQuestions questions;
    private final DeliveryService deliveries;
    private final Clock clock;

    Unattended(
            JobService jobs,
            ProfileService profiles,
            NamingService names,
            PeopleService people,
            JobQuestions questions,
            DeliveryService deliveries,
            Clock clock) {
        this.jobs = jobs;
        this.profiles = profiles;
        this.names = names;
        this.people = people;
        this.questions = questions;
        this.deliveries = deliveries;
        this.clock = clock;
    }

    /**
     * @param device that it came from; empty where that is not known
     * @throws Invalid where the job asks for more than can be known
     * @throws Refusal where the job is not for this person, or leads to the device itself
     */
    @Transactional
    public Receipt send(UUID scan, Optional<DeviceView> device, UUID personId, UUID jobId) {
        JobView job = jobs.get(jobId);
        PersonView person = people.get(personId);
        if (!job.item().isFor(person.id(), person.groups())) {
            throw Refusal.of(HttpStatus.CONFLICT, "intake.not-theirs");
        }
        if (endsAtTheDevice(job)) {
            throw Refusal.of(HttpStatus.CONFLICT, "intake.at-the-device");
        }
        String place = device.map(DeviceView::place).orElse("");
        return accept(scan, device, person, job, questions.unattended(job, person, place), false);
    }

    /** The same to try a job, whomever it is for; what it asks is answered with samples. */
    @Transactional
    public Receipt tryOut(UUID scan, UUID personId, UUID jobId) {
        JobView job = jobs.get(jobId);
        PersonView person = people.get(personId);
        return accept(scan, Optional.empty(), person, job, questions.answeredFor(job, person), true);
    }

    /** Whether it saves or prints where nobody stands. */
    public static boolean endsAtTheDevice(JobView job) {
        return job.destinations().stream()
                .anyMatch(destination -> destination.kind().isAtTheDevice());
    }

    private Receipt accept(
            UUID scan,
            Optional<DeviceView> device,
            PersonView person,
            JobView job,
            JobQuestions.Answered answered,
            boolean test) {
        return deliveries.accept(new DeliveryService.Order(
                scan,
                device,
                person,
                answered.job(),
                profiles.get(job.item().profileId()),
                answered.profile(),
                names.get(job.item().templateId()).template(),
                answered.choices(),
                clock.instant(),
                test));
    }
}
