package inky.courier.intake;

import inky.courier.job.JobService.JobView;
import inky.courier.panel.ClaimableScans;
import inky.courier.settings.Settings;
import inky.courier.web.Refusal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Of one device and of a day: who claims it has just stood there. Nothing is shown of its pages, since they may be somebody else's. */
@Component
class ClaimedAtPanels implements ClaimableScans {
    private static final Duration LONGEST = Duration.ofHours(24);
    private static final int MOST = 10;

    private final IncomingScanRepository incoming;
    private final Intake intake;
    private final Addressees addressees;
    private final Settings settings;
    private final Clock clock;

    ClaimedAtPanels(
            IncomingScanRepository incoming, Intake intake, Addressees addressees, Settings settings, Clock clock) {
        this.incoming = incoming;
        this.intake = intake;
        this.addressees = addressees;
        this.settings = settings;
        this.clock = clock;
    }

    @Override
    @Transactional(readOnly = true)
    public List<ClaimableScan> at(UUID device) {
        if (!settings.read().panelSignIn().claims()) {
            return List.of();
        }
        Instant since = clock.instant().minus(LONGEST);
        return incoming.findClaimable(device, since, Limit.of(MOST)).stream()
                .flatMap(one -> addressees.job(one.jobId).map(JobView::name).stream()
                        .map(job -> new ClaimableScan(one.id, one.subject, one.arrivedAt, one.pages, job)))
                .toList();
    }

    @Override
    @Transactional
    public void claim(UUID device, UUID id, UUID person) {
        if (at(device).stream().noneMatch(one -> one.id().equals(id))) {
            throw Refusal.notFound("incoming scan");
        }
        UUID job = incoming.findById(id).map(one -> one.jobId).orElseThrow();
        intake.claim(id, person, Objects.requireNonNull(job));
    }
}
