package inky.courier.alert;

import inky.courier.core.alert.AlertRule;
import inky.courier.core.alert.AlertSettings;
import inky.courier.core.alert.Sign;
import inky.courier.core.message.Message;
import inky.courier.intake.Arrival.Way;
import inky.courier.intake.IntakeServers;
import inky.courier.intake.inbox.Inboxes;
import inky.courier.intake.inbox.Inboxes.InboxTrouble;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Of the doors by which devices send: folders that cannot be looked into, and servers that do not listen. */
@Component
class IntakeSigns implements SignSource {
    private static final List<Way> DOORS = List.of(Way.MAIL, Way.SFTP, Way.FTP);

    private final Inboxes inboxes;
    private final IntakeServers servers;

    IntakeSigns(Inboxes inboxes, IntakeServers servers) {
        this.inboxes = inboxes;
        this.servers = servers;
    }

    @Override
    public List<Sign> signs(AlertSettings settings, ZonedDateTime now) {
        return Stream.concat(
                        inboxes.troubles().stream().map(IntakeSigns::ofFolder),
                        DOORS.stream().flatMap(way -> ofDoor(way, servers.state(way)).stream()))
                .toList();
    }

    private static Sign ofFolder(InboxTrouble inbox) {
        return new Sign(
                AlertRule.INTAKE_CLOSED,
                inbox.id().toString(),
                "",
                Message.of("alert.inbox").with("name", inbox.name()).with("why", inbox.why()),
                Message.of("alert.inbox.remedy"),
                Optional.of(inbox.since()),
                List.of(new Sign.Concern("inboxes", inbox.id().toString(), inbox.name())));
    }

    /** One that is just being opened says no trouble yet. */
    private static Optional<Sign> ofDoor(Way way, IntakeServers.DoorState state) {
        return !state.on() || state.listens() || state.trouble().isEmpty()
                ? Optional.empty()
                : Optional.of(new Sign(
                        AlertRule.INTAKE_CLOSED,
                        way.name(),
                        "",
                        Message.of("alert.door").with("way", way.name()).with("why", state.trouble()),
                        Message.of("alert.door.remedy"),
                        Optional.empty(),
                        List.of(new Sign.Concern("settings", "", "Settings"))));
    }
}
