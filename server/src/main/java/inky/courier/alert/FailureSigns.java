package inky.courier.alert;

import inky.courier.core.alert.AlertRule;
import inky.courier.core.alert.AlertSettings;
import inky.courier.core.alert.Chance;
import inky.courier.core.alert.Sign;
import inky.courier.core.alert.Sign.Concern;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.message.Message;
import inky.courier.delivery.query.FailureRates;
import inky.courier.delivery.query.Troubles;
import inky.courier.delivery.query.Troubles.Trouble;
import java.time.Duration;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Deliveries that fail at a route for one cause, more of them than chance makes of the usual rate. */
@Component
class FailureSigns implements SignSource {
    /** Fewer concern their own people, who are told. */
    private static final int FEWEST = 3;

    /** Of a route of which little is known so many are believed to have been sent, and hardly one to have failed. */
    private static final int BELIEVED = 50;

    /** Each hour and route is a chance of a false alarm. */
    private static final int LOOKS_A_DAY = (int) Duration.ofDays(1).toHours();

    private final FailureRates rates;
    private final Troubles troubles;
    private final AlertTable alerts;

    FailureSigns(FailureRates rates, Troubles troubles, AlertTable alerts) {
        this.rates = rates;
        this.troubles = troubles;
        this.alerts = alerts;
    }

    /** What is an alert stays one as long as any delivery stands for its cause, whenever that was scanned. */
    @Override
    public List<Sign> signs(AlertSettings settings, ZonedDateTime now) {
        double limit = Chance.limit(
                Math.max(1, rates.routes()) * (double) LOOKS_A_DAY,
                settings.of(AlertRule.FAILURES, "").amount());
        Set<String> causes = alerts.notEnded().stream()
                .filter(alert -> alert.rule() == AlertRule.FAILURES)
                .map(AlertTable.Alert::cause)
                .collect(Collectors.toSet());
        rates.now().stream()
                .filter(rate -> rate.failed() >= FEWEST
                        && Chance.ofSoMany(
                                        rate.failed(),
                                        rate.failedBefore(),
                                        (BELIEVED + rate.sentBefore()) / (double) rate.sent())
                                < limit)
                .forEach(rate -> causes.add(cause(rate.routeId(), rate.cause())));
        Map<String, List<Trouble>> standing = troubles.byCause().stream()
                .filter(trouble -> causes.contains(cause(trouble.routeId(), trouble.cause())))
                .collect(Collectors.groupingBy(
                        trouble -> cause(trouble.routeId(), trouble.cause()), TreeMap::new, Collectors.toList()));
        return standing.entrySet().stream()
                .map(one -> sign(one.getKey(), one.getValue()))
                .toList();
    }

    private static String cause(UUID route, String cause) {
        return route + " " + cause;
    }

    /** @param of those that wait and those that have stopped, at least one */
    private static Sign sign(String cause, List<Trouble> of) {
        Trouble most = of.get(0);
        return new Sign(
                AlertRule.FAILURES,
                cause,
                "",
                Message.of("alert.failures")
                        .with("n", of.stream().mapToInt(Trouble::deliveries).sum())
                        .with("route", most.routeName())
                        .with("why", most.sentence()),
                most.remedy(),
                of.stream().map(Trouble::since).min(Instant::compareTo),
                List.of(new Concern(pageOf(most.kind()), most.routeId().toString(), most.routeName())));
    }

    /** Where the route is looked after; what is a part of whichever device somebody stands at has no page. */
    private static String pageOf(DestinationKind kind) {
        if (kind.family() == DestinationKind.Family.DEVICE_STORAGE) {
            return "";
        }
        return kind.through()
                .map(through -> through == DestinationKind.Through.MAIL_SERVER ? "mail-servers" : "fleet")
                .orElse("destinations");
    }
}
