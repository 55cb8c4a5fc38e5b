package inky.courier.intake;

import inky.courier.audit.SecurityLog;
import inky.courier.core.access.Right;
import inky.courier.intake.Addressees.AddressForDevice;
import inky.courier.intake.Arrival.Way;
import inky.courier.intake.IncomingList.IncomingLists;
import inky.courier.intake.IntakeServers.DoorState;
import inky.courier.intake.transfer.HostKeys;
import inky.courier.settings.Settings;
import inky.courier.signin.Source;
import inky.courier.web.Needs;
import inky.courier.web.StreamedContent;
import inky.courier.web.Who;
import jakarta.annotation.Nullable;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What devices sent by themselves, at the desk. */
@RestController
@Needs(Right.READ_DELIVERIES)
@RequestMapping("/api/incoming")
class IntakeController {
    private final Intake intake;
    private final IncomingList list;
    private final Addressees addressees;
    private final IntakeServers servers;
    private final HostKeys hostKeys;
    private final Settings settings;
    private final SecurityLog log;

    IntakeController(
            Intake intake,
            IncomingList list,
            Addressees addressees,
            IntakeServers servers,
            HostKeys hostKeys,
            Settings settings,
            SecurityLog log) {
        this.intake = intake;
        this.list = list;
        this.addressees = addressees;
        this.servers = servers;
        this.hostKeys = hostKeys;
        this.settings = settings;
        this.log = log;
    }

    @GetMapping
    IncomingLists listIncoming() {
        return list.list();
    }

    /** How devices send here. @param domain behind the @ of addresses @param hostKeys of SFTP, as devices show them */
    record IntakeState(DoorState mail, DoorState sftp, DoorState ftp, String domain, List<String> hostKeys) {}

    @GetMapping("/state")
    IntakeState intakeState() {
        DoorState sftp = servers.state(Way.SFTP);
        return new IntakeState(
                servers.state(Way.MAIL),
                sftp,
                servers.state(Way.FTP),
                settings.read().mailIntake().domain(),
                sftp.on() ? hostKeys.fingerprints() : List.of());
    }

    @GetMapping("/address")
    AddressForDevice intakeAddress(@RequestParam UUID job, @RequestParam(required = false) @Nullable UUID device) {
        return addressees.address(job, Optional.ofNullable(device));
    }

    record Claim(UUID personId, UUID jobId) {}

    @Needs(Right.ACT_ON_DELIVERIES)
    @PostMapping("/{id}/claim")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void claimIncoming(@PathVariable UUID id, @RequestBody Claim claim) {
        intake.claim(id, claim.personId(), claim.jobId());
    }

    @Needs(Right.ACT_ON_DELIVERIES)
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeIncoming(@PathVariable UUID id) {
        intake.remove(id);
    }

    /** A page of one that nobody has claimed, to see whose it is; recorded. */
    @Needs(Right.OPEN_PAGES)
    @GetMapping("/{id}/pages/{number}")
    ResponseEntity<byte[]> incomingPage(@PathVariable UUID id, @PathVariable int number, HttpServletRequest request)
            throws IOException {
        byte[] picture = list.page(id, number);
        log.note(
                SecurityLog.Event.PAGES_OPENED,
                Who.name(),
                SecurityLog.Place.DESK,
                Source.of(request).address(),
                "Unclaimed scan " + id);
        return StreamedContent.passingPicture(picture);
    }
}
