package inky.courier.alert;

import inky.courier.core.alert.AlertRule;
import inky.courier.core.alert.AlertSettings;
import inky.courier.core.alert.Chance;
import inky.courier.core.alert.Sign;
import inky.courier.core.alert.Sign.Concern;
import inky.courier.core.message.Message;
import inky.courier.delivery.query.FailureRates;
import inky.courier.delivery.query.FailureRates.Rate;
import java.time.Duration;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Optional;
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

    FailureSigns(FailureRates rates) {
        this.rates = rates;
    }

    @Override
    public List<Sign> signs(AlertSettings settings, ZonedDateTime now) {
        double limit = Chance.limit(
                Math.max(1, rates.routes()) * (double) LOOKS_A_DAY,
                settings.of(AlertRule.FAILURES, "").amount());
        return rates.now().stream()
                .filter(rate -> rate.failed() >= FEWEST
                        && Chance.ofSoMany(
                                        rate.failed(),
                                        rate.failedBefore(),
                                        (BELIEVED + rate.sentBefore()) / (double) rate.sent())
                                < limit)
                .map(FailureSigns::sign)
                .toList();
    }

    private static Sign sign(Rate rate) {
        String kind = rate.kind().startsWith("MAIL") ? "mail-servers" : "destinations";
        return new Sign(
                AlertRule.FAILURES,
                rate.routeId() + " " + rate.cause(),
                "",
                Message.of("alert.failures")
                        .with("failed", rate.failed())
                        .with("sent", rate.sent())
                        .with("route", rate.routeName())
                        .with("why", rate.sentence()),
                rate.remedy(),
                Optional.of(rate.since()),
                List.of(new Concern(kind, rate.routeId().toString(), rate.routeName())));
    }
}
