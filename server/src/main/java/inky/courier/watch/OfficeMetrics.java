package inky.courier.watch;

import inky.courier.alert.Alerts;
import inky.courier.core.alert.AlertRule;
import inky.courier.core.fleet.DeviceSupplies.Supply;
import inky.courier.core.fleet.FleetState;
import inky.courier.core.fleet.Level;
import inky.courier.delivery.query.DayOfDeliveries;
import inky.courier.delivery.query.Troubles;
import inky.courier.delivery.query.Troubles.Trouble;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.help.HelpDeskCalls;
import inky.courier.intake.IncomingList;
import io.prometheus.metrics.model.registry.MultiCollector;
import io.prometheus.metrics.model.registry.PrometheusRegistry;
import io.prometheus.metrics.model.snapshots.GaugeSnapshot;
import io.prometheus.metrics.model.snapshots.GaugeSnapshot.GaugeDataPointSnapshot;
import io.prometheus.metrics.model.snapshots.Labels;
import io.prometheus.metrics.model.snapshots.MetricSnapshots;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** The office as figures for Prometheus, read when it asks; beside those of the engine and of the machine. */
@Component
class OfficeMetrics implements MultiCollector {
    private static final double FULL = 100;

    private final DeviceService devices;
    private final DayOfDeliveries day;
    private final Troubles troubles;
    private final IncomingList incoming;
    private final HelpDeskCalls calls;
    private final Alerts alerts;

    OfficeMetrics(
            PrometheusRegistry registry,
            DeviceService devices,
            DayOfDeliveries day,
            Troubles troubles,
            IncomingList incoming,
            HelpDeskCalls calls,
            Alerts alerts) {
        this.devices = devices;
        this.day = day;
        this.troubles = troubles;
        this.incoming = incoming;
        this.calls = calls;
        this.alerts = alerts;
        registry.register(this);
    }

    @Override
    public MetricSnapshots collect() {
        List<DeviceView> all = devices.list();
        List<Trouble> held = troubles.byCause();
        DayOfDeliveries.Totals now = day.day().now();
        return MetricSnapshots.of(
                states(all),
                usable(all),
                supplies(all),
                gauge(
                        "courier_deliveries_today",
                        "Deliveries that began today, by their state.",
                        Map.of(
                                Labels.of("state", "accepted"), (double) now.accepted(),
                                Labels.of("state", "moving"), (double) now.moving(),
                                Labels.of("state", "waiting"), (double) now.waiting(),
                                Labels.of("state", "stopped"), (double) now.stopped())),
                held(held),
                gauge(
                        "courier_route_paused",
                        "1 for a server or folder that cannot be reached, whose deliveries wait together.",
                        held.stream()
                                .filter(trouble -> trouble.nextQuestion() != null)
                                .collect(Collectors.toMap(
                                        trouble -> Labels.of("route", trouble.routeName()), one -> 1.0, (a, b) -> a))),
                gauge(
                        "courier_unclaimed_scans",
                        "Scans that devices sent and that belong to nobody yet.",
                        Map.of(Labels.EMPTY, (double) incoming.unclaimed())),
                alerts(),
                gauge("courier_help_calls", "Calls for help from panels that wait.", Map.of(Labels.EMPTY, (double)
                        calls.open().stream()
                                .filter(HelpDeskCalls.HelpCallView::waits)
                                .count())));
    }

    private static GaugeSnapshot states(List<DeviceView> all) {
        Map<Labels, Double> counts = new HashMap<>();
        for (FleetState state : FleetState.values()) {
            counts.put(Labels.of("state", state.name().toLowerCase(Locale.ROOT)), 0.0);
        }
        all.forEach(device -> counts.merge(
                Labels.of(
                        "state",
                        FleetState.of(device.condition(), device.forecasts().values())
                                .name()
                                .toLowerCase(Locale.ROOT)),
                1.0,
                Double::sum));
        return gauge("courier_devices", "Devices, by their state: stopped, away, care or well.", counts);
    }

    private GaugeSnapshot alerts() {
        Map<Labels, Double> counts = new HashMap<>();
        for (AlertRule rule : AlertRule.values()) {
            counts.put(Labels.of("rule", rule.name().toLowerCase(Locale.ROOT)), 0.0);
        }
        alerts.open()
                .forEach(alert -> counts.merge(
                        Labels.of("rule", alert.rule().name().toLowerCase(Locale.ROOT)), 1.0, Double::sum));
        return gauge("courier_alerts", "Alerts that are open, by their rule.", counts);
    }

    private static Labels labels(DeviceView device) {
        return Labels.of(
                "device",
                device.name(),
                "place",
                device.place(),
                "id",
                device.id().toString());
    }

    private static GaugeSnapshot usable(List<DeviceView> all) {
        return gauge(
                "courier_device_usable",
                "1 while people can scan or print at a device, else 0.",
                all.stream().collect(Collectors.toMap(OfficeMetrics::labels, one -> one.cannotBeUsed() ? 0.0 : 1.0)));
    }

    private static GaugeSnapshot supplies(List<DeviceView> all) {
        Map<Labels, Double> left = new HashMap<>();
        for (DeviceView device : all) {
            for (Supply supply : device.supplies().supplies()) {
                if (supply.level().kind() == Level.Kind.MEASURED) {
                    left.put(
                            labels(device).merge(Labels.of("supply", supply.name())),
                            supply.level().percent() / FULL);
                }
            }
        }
        return gauge("courier_device_supply_left_ratio", "What is left of a supply of a device, 0 to 1.", left);
    }

    private static GaugeSnapshot held(List<Trouble> troubles) {
        Map<Labels, Double> counts = new HashMap<>();
        troubles.forEach(trouble -> counts.merge(
                Labels.of(
                        "route",
                        trouble.routeName(),
                        "cause",
                        trouble.cause(),
                        "waits",
                        String.valueOf(trouble.waits())),
                (double) trouble.deliveries(),
                Double::sum));
        return gauge(
                "courier_deliveries_held_up",
                "Deliveries that wait for a server or folder (waits=true) or for a person (waits=false), by cause.",
                counts);
    }

    private static GaugeSnapshot gauge(String name, String help, Map<Labels, Double> values) {
        GaugeSnapshot.Builder gauge = GaugeSnapshot.builder().name(name).help(help);
        values.forEach((labels, value) -> gauge.dataPoint(
                GaugeDataPointSnapshot.builder().labels(labels).value(value).build()));
        return gauge.build();
    }
}
