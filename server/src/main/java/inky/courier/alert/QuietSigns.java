package inky.courier.alert;

import inky.courier.core.alert.AlertRule;
import inky.courier.core.alert.AlertSettings;
import inky.courier.core.alert.Chance;
import inky.courier.core.alert.Chance.Share;
import inky.courier.core.alert.Quiet;
import inky.courier.core.alert.Sign;
import inky.courier.core.alert.UsualWeek;
import inky.courier.core.fleet.DeviceCondition.State;
import inky.courier.core.message.Message;
import inky.courier.core.office.OfficeSettings;
import inky.courier.delivery.query.DeviceActivity;
import inky.courier.delivery.query.UsualScans;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.intake.IncomingList;
import inky.courier.intake.inbox.Inboxes;
import inky.courier.settings.Settings;
import java.time.Duration;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Devices, the intake and the office, where nothing comes although it would have by now. Looked at every few minutes, told of in between. */
@Component
class QuietSigns implements SignSource {
    private static final Duration BETWEEN = Duration.ofMinutes(5);

    /** What others did is known for so long. */
    private static final int DAYS_OF_OTHERS = 13;

    private final DeviceService devices;
    private final DeviceActivity activity;
    private final UsualScans scans;
    private final IncomingList incoming;
    private final Inboxes inboxes;
    private final Settings settings;
    private Looked last = new Looked(Instant.MIN, AlertSettings.USUAL, List.of());

    QuietSigns(
            DeviceService devices,
            DeviceActivity activity,
            UsualScans scans,
            IncomingList incoming,
            Inboxes inboxes,
            Settings settings) {
        this.devices = devices;
        this.activity = activity;
        this.scans = scans;
        this.incoming = incoming;
        this.inboxes = inboxes;
        this.settings = settings;
    }

    private record Looked(Instant at, AlertSettings settings, List<Sign> signs) {}

    @Override
    public synchronized List<Sign> signs(AlertSettings rules, ZonedDateTime now) {
        if (last.at.isBefore(now.toInstant().minus(BETWEEN)) || !last.settings.equals(rules)) {
            List<Sign> signs = new ArrayList<>(ofDevices(rules, now));
            ofIntake(rules, now).ifPresent(signs::add);
            last = new Looked(now.toInstant(), rules, List.copyOf(signs));
        }
        return last.signs;
    }

    private List<Sign> ofDevices(AlertSettings rules, ZonedDateTime now) {
        Map<UUID, UsualWeek> weeks = scans.weeks();
        if (weeks.isEmpty()) {
            return List.of();
        }
        double looks = weeks.values().stream().mapToDouble(UsualWeek::weekly).sum() / 7;
        Map<UUID, Instant> lastScans = activity.lastScans(weeks.keySet());
        UsualWeek office = UsualScans.together(weeks.values());
        List<Sign> signs = new ArrayList<>();
        for (DeviceView device : devices.list()) {
            UsualWeek week = weeks.get(device.id());
            Instant scanned = lastScans.get(device.id());
            // One that cannot be used is told of as that.
            if (week == null || scanned == null || device.cannotBeUsed() || device.condition() == State.UNREACHABLE) {
                continue;
            }
            ZonedDateTime at = scanned.atZone(now.getZone());
            Quiet quiet = Quiet.of(week, at, now, others(device.id(), week, office, at, now));
            if (quiet.chance()
                    < Chance.limit(
                            looks,
                            rules.of(AlertRule.DEVICE_QUIET, device.place()).amount())) {
                signs.add(new Sign(
                        AlertRule.DEVICE_QUIET,
                        device.id().toString(),
                        device.place(),
                        Message.of("alert.quiet")
                                .with("device", DeviceSigns.whole(device))
                                .with("hours", ChronoUnit.HOURS.between(at, now))
                                .with("usual", Math.round(quiet.usual())),
                        Message.of("alert.quiet.remedy"),
                        Optional.of(scanned),
                        List.of(DeviceSigns.concern(device))));
            }
        }
        lastScans.values().stream()
                .max(Instant::compareTo)
                .flatMap(at -> nothing(
                        AlertRule.OFFICE_QUIET,
                        office,
                        at.atZone(now.getZone()),
                        now,
                        Chance.limit(looks, rules.of(AlertRule.OFFICE_QUIET, "").amount()),
                        "alert.office-quiet"))
                .ifPresent(signs::add);
        return signs;
    }

    /** From the next whole hour on, as hours is what is counted by. */
    private Share others(UUID device, UsualWeek own, UsualWeek office, ZonedDateTime since, ZonedDateTime now) {
        ZonedDateTime known = now.minusDays(DAYS_OF_OTHERS);
        ZonedDateTime from = (since.isBefore(known) ? known : since)
                .truncatedTo(ChronoUnit.HOURS)
                .plusHours(1);
        if (!from.isBefore(now)) {
            return Share.AS_USUAL;
        }
        int seen = scans.visitsSince(from).entrySet().stream()
                .filter(other -> !other.getKey().equals(device))
                .mapToInt(Map.Entry::getValue)
                .sum();
        return Share.of(seen, office.expected(from, now) - own.expected(from, now));
    }

    /** Whether devices can send anything. */
    private boolean isOpen() {
        OfficeSettings office = settings.read();
        return office.mailIntake().on()
                || office.fileIntake().sftp()
                || office.fileIntake().ftp()
                || inboxes.look();
    }

    private Optional<Sign> ofIntake(AlertSettings rules, ZonedDateTime now) {
        if (!isOpen()) {
            return Optional.empty();
        }
        return incoming.arrivals(now.toInstant())
                .flatMap(arrivals -> nothing(
                        AlertRule.INTAKE_QUIET,
                        arrivals.week(),
                        arrivals.last().atZone(now.getZone()),
                        now,
                        Chance.limit(
                                arrivals.week().weekly() / 7,
                                rules.of(AlertRule.INTAKE_QUIET, "").amount()),
                        "alert.intake-quiet"));
    }

    private static Optional<Sign> nothing(
            AlertRule rule, UsualWeek week, ZonedDateTime since, ZonedDateTime now, double limit, String code) {
        Quiet quiet = Quiet.of(week, since, now, Share.AS_USUAL);
        return quiet.chance() >= limit
                ? Optional.empty()
                : Optional.of(new Sign(
                        rule,
                        "",
                        "",
                        Message.of(code)
                                .with("hours", ChronoUnit.HOURS.between(since, now))
                                .with("usual", Math.round(quiet.usual())),
                        Message.of(code + ".remedy"),
                        Optional.of(since.toInstant()),
                        List.of()));
    }
}
