package inky.courier.rehearsal;

import inky.courier.core.Invalid;
import inky.courier.core.profile.ScanProfile;
import inky.courier.delivery.DeliveryService;
import inky.courier.delivery.DeliveryService.Receipt;
import inky.courier.job.JobService;
import inky.courier.job.JobService.JobView;
import inky.courier.naming.NamingService;
import inky.courier.panel.JobQuestions;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.profile.ProfileService;
import inky.courier.scan.ArrivingPage;
import inky.courier.scan.ScanService;
import java.io.IOException;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Sends pages by a job for real, from the desk and through no device: whoever set the job up sees whether it arrives. */
@Service
class TestDelivery {
    private final JobService jobs;
    private final ProfileService profiles;
    private final NamingService names;
    private final PeopleService people;
    private final JobQuestions questions;
    private final ScanService scans;
    private final DeliveryService deliveries;
    private final TriedPages pages;
    private final Clock clock;

    TestDelivery(
            JobService jobs,
            ProfileService profiles,
            NamingService names,
            PeopleService people,
            JobQuestions questions,
            ScanService scans,
            DeliveryService deliveries,
            TriedPages pages,
            Clock clock) {
        this.jobs = jobs;
        this.profiles = profiles;
        this.names = names;
        this.people = people;
        this.questions = questions;
        this.scans = scans;
        this.deliveries = deliveries;
        this.pages = pages;
        this.clock = clock;
    }

    /**
     * @param who brought own pages
     * @param personId as whom it is sent; what the job asks at a device is answered with their own address and folders
     * @throws Invalid when the job leads to a device itself, or a page is no picture
     */
    @Transactional
    public Receipt send(String who, UUID jobId, UUID personId, List<String> wanted) throws IOException {
        JobView job = jobs.get(jobId);
        PersonView person = people.get(personId);
        if (job.destinations().stream()
                .anyMatch(destination -> destination.kind().isAtTheDevice())) {
            throw Invalid.of("test-delivery.device", "job");
        }
        ScanProfile profile = profiles.value(job.item().profileId(), job.item().changes());
        Instant now = clock.instant();
        List<ArrivingPage.From> arriving = pages.get(who, wanted, profile.resolution()).stream()
                .<ArrivingPage.From>map(page -> () -> ArrivingPage.of(page.page()))
                .toList();
        UUID scan = scans.keepComplete(new ScanService.Origin(null, personId, jobId), now, arriving);
        JobQuestions.Answered answered = questions.answeredFor(job, person);
        return deliveries.accept(new DeliveryService.Order(
                scan,
                Optional.empty(),
                person,
                job,
                profiles.get(job.item().profileId()),
                answered.profile(),
                names.get(job.item().templateId()).template(),
                answered.choices(),
                now,
                true));
    }
}
