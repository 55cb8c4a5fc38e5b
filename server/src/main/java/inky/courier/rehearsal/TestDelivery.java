package inky.courier.rehearsal;

import inky.courier.core.Invalid;
import inky.courier.core.profile.ScanProfile;
import inky.courier.delivery.DeliveryService.Receipt;
import inky.courier.job.JobService;
import inky.courier.job.JobService.JobView;
import inky.courier.panel.Unattended;
import inky.courier.profile.ProfileService;
import inky.courier.scan.ArrivingPage;
import inky.courier.scan.ScanService;
import java.io.IOException;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Sends pages by a job for real, from the desk and through no device: whoever set the job up sees whether it arrives. */
@Service
class TestDelivery {
    private final JobService jobs;
    private final ProfileService profiles;
    private final ScanService scans;
    private final Unattended unattended;
    private final TriedPages pages;
    private final Clock clock;

    TestDelivery(
            JobService jobs,
            ProfileService profiles,
            ScanService scans,
            Unattended unattended,
            TriedPages pages,
            Clock clock) {
        this.jobs = jobs;
        this.profiles = profiles;
        this.scans = scans;
        this.unattended = unattended;
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
        if (Unattended.endsAtTheDevice(job)) {
            throw Invalid.of("test-delivery.device", "job");
        }
        ScanProfile profile = profiles.value(job.item().profileId(), job.item().changes());
        Instant now = clock.instant();
        List<ArrivingPage.From> arriving = pages.get(who, wanted, profile.resolution()).stream()
                .<ArrivingPage.From>map(page -> () -> ArrivingPage.of(page.page()))
                .toList();
        UUID scan = scans.keepComplete(new ScanService.Origin(null, personId, jobId), now, arriving);
        return unattended.tryOut(scan, personId, jobId);
    }
}
