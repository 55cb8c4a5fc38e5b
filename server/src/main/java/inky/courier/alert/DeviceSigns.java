package inky.courier.alert;

import inky.courier.core.alert.AlertRule;
import inky.courier.core.alert.AlertSettings;
import inky.courier.core.alert.AwayTogether;
import inky.courier.core.alert.Sign;
import inky.courier.core.alert.Sign.Concern;
import inky.courier.core.alert.UsualWeek;
import inky.courier.core.fleet.DeviceCondition.State;
import inky.courier.core.fleet.DeviceSupplies.Tray;
import inky.courier.core.fleet.Level;
import inky.courier.core.fleet.SupplyForecast;
import inky.courier.core.message.Message;
import inky.courier.delivery.query.UsualScans;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.device.DeviceStates;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Devices that are stopped or away, without paper, or with a supply that ends. */
@Component
class DeviceSigns implements SignSource {
    /** In the hour before and the hour after now: fewer than one in five hours is nobody who wants to scan. */
    private static final double WANTED = 0.4;

    private static final String TOGETHER = "together ";

    /** A forecast wavers from day to day; one that was told stays until it is so much better. */
    private static final int WAVERS_DAYS = 3;

    private final DeviceService devices;
    private final DeviceStates states;
    private final UsualScans scans;
    private final AlertTable alerts;

    DeviceSigns(DeviceService devices, DeviceStates states, UsualScans scans, AlertTable alerts) {
        this.devices = devices;
        this.states = states;
        this.scans = scans;
        this.alerts = alerts;
    }

    static Concern concern(DeviceView device) {
        return new Concern("fleet", device.id().toString(), device.name());
    }

    static String whole(DeviceView device) {
        return device.place().isEmpty() ? device.name() : device.place() + ", " + device.name();
    }

    @Override
    public List<Sign> signs(AlertSettings settings, ZonedDateTime now) {
        Map<UUID, DeviceView> all =
                devices.list().stream().collect(Collectors.toMap(DeviceView::id, Function.identity()));
        Map<UUID, Instant> since = states.since();
        Map<UUID, UsualWeek> weeks = scans.weeks();
        List<AlertTable.Alert> known = alerts.notEnded();
        Set<String> ending = known.stream()
                .filter(alert -> alert.rule() == AlertRule.SUPPLY_ENDS)
                .map(AlertTable.Alert::cause)
                .collect(Collectors.toSet());
        List<Sign> signs = new ArrayList<>();
        for (AwayTogether away : AwayTogether.of(
                all.values().stream()
                        .filter(device -> device.protocol().answers())
                        .map(device -> looked(device, since))
                        .toList(),
                before(known))) {
            List<DeviceView> those = away.devices().stream()
                    .map(device -> all.get(UUID.fromString(device.id())))
                    .toList();
            if (those.stream().anyMatch(device -> isWanted(device, weeks, now))) {
                signs.add(away(away, those));
            }
        }
        for (DeviceView device : all.values()) {
            if (device.condition() == State.STOPPED && isWanted(device, weeks, now)) {
                signs.add(sign(
                        AlertRule.DEVICE_DOWN,
                        device,
                        device.id().toString(),
                        Message.of("alert.stopped")
                                .with("device", whole(device))
                                .with("why", device.conditionWords()),
                        Message.of("alert.stopped.remedy"),
                        Optional.ofNullable(since.get(device.id()))));
            } else if (hasNoPaper(device)) {
                signs.add(sign(
                        AlertRule.NO_PAPER,
                        device,
                        device.id().toString(),
                        Message.of("alert.no-paper").with("device", whole(device)),
                        Message.of("alert.no-paper.remedy"),
                        Optional.empty()));
            }
            device.forecasts().forEach((supply, forecast) -> {
                int days = settings.of(AlertRule.SUPPLY_ENDS, device.place()).amount();
                boolean isTold = ending.contains(supplyCause(device, supply));
                if (forecast.early() <= days + (isTold ? WAVERS_DAYS : 0)) {
                    signs.add(supply(device, supply, forecast));
                }
            });
        }
        return signs;
    }

    private static String supplyCause(DeviceView device, String supply) {
        return device.id() + " " + supply;
    }

    private static Sign supply(DeviceView device, String supply, SupplyForecast forecast) {
        return sign(
                AlertRule.SUPPLY_ENDS,
                device,
                supplyCause(device, supply),
                Message.of("alert.supply")
                        .with("device", whole(device))
                        .with("supply", supply)
                        .with("early", forecast.early())
                        .with("likely", forecast.likely()),
                Message.of("alert.supply.remedy"),
                Optional.empty());
    }

    private static Sign sign(
            AlertRule rule,
            DeviceView device,
            String cause,
            Message sentence,
            Message remedy,
            Optional<Instant> since) {
        return new Sign(rule, cause, device.place(), sentence, remedy, since, List.of(concern(device)));
    }

    private static AwayTogether.Device looked(DeviceView device, Map<UUID, Instant> since) {
        String host = device.address().replaceFirst(":\\d+$", "");
        return new AwayTogether.Device(
                device.id().toString(),
                device.name(),
                device.place(),
                AwayTogether.networkOf(host),
                device.condition() == State.UNREACHABLE ? since.getOrDefault(device.id(), Instant.EPOCH) : Instant.MAX);
    }

    /** Where nobody has scanned for long enough to know, or at a new device, somebody may want to at any time. */
    private static boolean isWanted(DeviceView device, Map<UUID, UsualWeek> weeks, ZonedDateTime now) {
        UsualWeek week = weeks.get(device.id());
        return week == null ? weeks.isEmpty() : week.expected(now.minusHours(1), now.plusHours(1)) >= WANTED;
    }

    private static boolean hasNoPaper(DeviceView device) {
        List<Tray> trays = device.supplies().trays();
        return !device.cannotBeUsed()
                && !trays.isEmpty()
                && trays.stream().allMatch(tray -> tray.level().equals(Level.EMPTY));
    }

    private static List<AwayTogether.Before> before(List<AlertTable.Alert> known) {
        return known.stream()
                .filter(alert -> alert.cause().startsWith(TOGETHER))
                .map(alert -> {
                    String[] parts = alert.cause().split(" ", 3);
                    return new AwayTogether.Before(
                            AwayTogether.Kind.valueOf(parts[1]),
                            parts[2],
                            alert.concerns().stream().map(Concern::id).collect(Collectors.toSet()));
                })
                .toList();
    }

    private static Sign away(AwayTogether away, List<DeviceView> those) {
        DeviceView first = those.get(0);
        Message sentence = switch (away.kind()) {
            case OFFICE -> Message.of("alert.away.office").with("n", those.size());
            case NETWORK ->
                Message.of("alert.away.network").with("n", those.size()).with("name", away.name());
            case PLACE -> Message.of("alert.away.place").with("n", those.size()).with("name", away.name());
            case DEVICE ->
                Message.of("alert.stopped").with("device", whole(first)).with("why", first.conditionWords());
        };
        Message remedy = switch (away.kind()) {
            case OFFICE -> Message.of("alert.away.office.remedy");
            case NETWORK, PLACE -> Message.of("alert.away.shared.remedy");
            case DEVICE -> Message.of("alert.stopped.remedy");
        };
        boolean one = away.kind() == AwayTogether.Kind.DEVICE;
        boolean together = those.stream().map(DeviceView::place).distinct().count() == 1;
        return new Sign(
                AlertRule.DEVICE_DOWN,
                one ? first.id().toString() : TOGETHER + away.kind() + " " + away.name(),
                together ? first.place() : "",
                sentence,
                remedy,
                away.devices().stream()
                        .map(AwayTogether.Device::awaySince)
                        .min(Instant::compareTo)
                        .filter(at -> at.isAfter(Instant.EPOCH)),
                those.stream().map(DeviceSigns::concern).toList());
    }
}
