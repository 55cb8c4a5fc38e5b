package inky.courier.intake;

import inky.courier.audit.SecurityLog;
import inky.courier.core.access.Right;
import inky.courier.core.intake.IntakeAddress;
import inky.courier.core.intake.MailIntake;
import inky.courier.core.message.Message;
import inky.courier.device.DeviceService;
import inky.courier.intake.Intake.IncomingLists;
import inky.courier.intake.Intake.IncomingView;
import inky.courier.job.JobService;
import inky.courier.scan.ScanPages;
import inky.courier.settings.Settings;
import inky.courier.signin.Source;
import inky.courier.web.Needs;
import inky.courier.web.StreamedContent;
import inky.courier.web.Who;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What devices sent by themselves, at the desk. */
@RestController
@Needs(Right.READ_DELIVERIES)
@RequestMapping("/api/incoming")
class IntakeController {
    private final Intake intake;
    private final MailDoor door;
    private final Settings settings;
    private final DeviceService devices;
    private final JobService jobs;
    private final ScanPages pages;
    private final SecurityLog log;

    IntakeController(
            Intake intake,
            MailDoor door,
            Settings settings,
            DeviceService devices,
            JobService jobs,
            ScanPages pages,
            SecurityLog log) {
        this.intake = intake;
        this.door = door;
        this.settings = settings;
        this.devices = devices;
        this.jobs = jobs;
        this.pages = pages;
        this.log = log;
    }

    @GetMapping
    IncomingLists listIncoming() {
        return intake.list();
    }

    /** @param key as it stands in addresses; empty where its name has none of its own */
    record AddressPart(UUID id, String name, String key) {}

    /**
     * How devices send here.
     *
     * @param listens whether mail is taken by this instance now
     * @param trouble why not, although it is wanted; empty for nothing
     */
    record IntakeState(
            boolean on,
            boolean listens,
            Message trouble,
            int port,
            String domain,
            List<AddressPart> jobs,
            List<AddressPart> devices) {}

    @GetMapping("/addresses")
    IntakeState intakeAddresses() {
        MailIntake intake = settings.read().mailIntake();
        return new IntakeState(
                intake.on(),
                door.listens(),
                door.trouble(),
                intake.port(),
                intake.domain(),
                parts(jobs.list().stream().collect(Collectors.toMap(job -> job.id(), job -> job.name()))),
                parts(devices.list().stream()
                        .collect(Collectors.toMap(device -> device.id(), device -> device.name()))));
    }

    private static List<AddressPart> parts(Map<UUID, String> names) {
        Map<String, Optional<UUID>> keys = IntakeAddress.keys(names);
        return names.entrySet().stream()
                .map(one -> {
                    String key = IntakeAddress.key(one.getValue());
                    boolean own = IntakeAddress.named(key, keys).isPresent();
                    return new AddressPart(one.getKey(), one.getValue(), own ? key : "");
                })
                .sorted((a, b) -> a.name.compareToIgnoreCase(b.name))
                .toList();
    }

    record Claim(UUID personId, UUID jobId) {}

    @Needs(Right.ACT_ON_DELIVERIES)
    @PostMapping("/{id}/claim")
    IncomingView claimIncoming(@PathVariable UUID id, @RequestBody Claim claim) {
        return intake.claim(id, claim.personId(), claim.jobId());
    }

    @Needs(Right.ACT_ON_DELIVERIES)
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeIncoming(@PathVariable UUID id) {
        intake.remove(id);
    }

    /** A page of one that nobody has claimed, to see whose it is; recorded. */
    @Needs(Right.OPEN_PAGES)
    @GetMapping("/{id}/pages/{page}")
    ResponseEntity<byte[]> incomingPage(@PathVariable UUID id, @PathVariable UUID page, HttpServletRequest request)
            throws IOException {
        byte[] picture = pages.picture(intake.unclaimedScan(id), page, true);
        log.note(
                SecurityLog.Event.PAGES_OPENED,
                Who.name(),
                SecurityLog.Place.DESK,
                Source.of(request).address(),
                "Unclaimed scan " + id);
        return StreamedContent.passingPicture(picture);
    }
}
