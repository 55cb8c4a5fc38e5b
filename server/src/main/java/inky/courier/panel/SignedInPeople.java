package inky.courier.panel;

import inky.courier.device.DeviceService;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who is signed in at which panel, for the desk. */
@Service
public class SignedInPeople {
    private final PanelSessions sessions;
    private final DeviceService devices;

    SignedInPeople(PanelSessions sessions, DeviceService devices) {
        this.sessions = sessions;
        this.devices = devices;
    }

    /** @param since when, and {@code last} when they did something */
    public record SignedIn(UUID deviceId, String device, Instant since, Instant last) {}

    /** Those that have not ended yet; a panel that somebody has left ends by itself. */
    @Transactional(readOnly = true)
    public List<SignedIn> of(UUID person) {
        return sessions.of(person).stream()
                .map(one -> new SignedIn(
                        one.deviceId(), devices.nameOf(one.deviceId()).orElse(""), one.since(), one.last()))
                .toList();
    }

    @Transactional
    public void signOut(UUID person) {
        sessions.closeAllOf(person);
    }
}
