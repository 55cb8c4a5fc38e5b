package inky.courier.alert;

import inky.courier.alert.AlertMessages.AlertMessage;
import inky.courier.alert.AlertTable.Alert;
import inky.courier.core.Invalid;
import inky.courier.core.alert.AlertRule;
import inky.courier.core.alert.AlertSettings;
import inky.courier.core.alert.AlertWeight;
import inky.courier.core.alert.Chance;
import inky.courier.core.alert.Quiet;
import inky.courier.core.alert.RuleSetting;
import inky.courier.core.alert.Sign.Concern;
import inky.courier.core.alert.UsualWeek;
import inky.courier.core.message.Message;
import inky.courier.delivery.query.UsualScans;
import inky.courier.live.Live;
import inky.courier.settings.Settings;
import inky.courier.web.Access;
import inky.courier.web.Refusal;
import inky.courier.web.Who;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Alerts for the desk: whoever is limited to places sees those of these places. */
@Service
public class Alerts {
    private static final int MOST_ENDED = 200;
    private static final Duration LONGEST_PUT_OFF = Duration.ofDays(31);

    private final AlertTable table;
    private final AlertMessages messages;
    private final UsualScans scans;
    private final Settings settings;
    private final Live live;
    private final Clock clock;
    private final ZoneId zone;

    Alerts(
            AlertTable table,
            AlertMessages messages,
            UsualScans scans,
            Settings settings,
            Live live,
            Clock clock,
            ZoneId zone) {
        this.table = table;
        this.messages = messages;
        this.scans = scans;
        this.settings = settings;
        this.live = live;
        this.clock = clock;
        this.zone = zone;
    }

    /**
     * @param since when what it is of began
     * @param endedAt absent while it is open
     * @param takenBy empty while nobody has taken it
     * @param putOffUntil absent, or over, where it is not put off
     */
    public record AlertView(
            UUID id,
            AlertRule rule,
            Message title,
            AlertWeight weight,
            String place,
            Message sentence,
            Message remedy,
            List<Concern> concerns,
            Instant since,
            Instant beganAt,
            @Nullable Instant endedAt,
            String takenBy,
            @Nullable Instant putOffUntil) {
        static AlertView of(Alert alert) {
            return new AlertView(
                    alert.id(),
                    alert.rule(),
                    titleOf(alert.rule()),
                    alert.weight(),
                    alert.place(),
                    alert.sentence(),
                    alert.remedy(),
                    alert.concerns(),
                    alert.since(),
                    Optional.ofNullable(alert.beganAt()).orElse(alert.since()),
                    alert.endedAt(),
                    alert.takenBy(),
                    alert.putOffUntil());
        }
    }

    private static Message titleOf(AlertRule rule) {
        return Message.of("alert-rule." + rule);
    }

    /** Open ones, the heaviest and then the latest first. */
    @Transactional(readOnly = true)
    public List<AlertView> open() {
        return table.open().stream()
                .filter(Alerts::isSeen)
                .map(AlertView::of)
                .sorted(Comparator.comparing(AlertView::weight)
                        .thenComparing(AlertView::beganAt, Comparator.reverseOrder()))
                .toList();
    }

    /** The latest that have ended. */
    @Transactional(readOnly = true)
    public List<AlertView> ended() {
        return table.ended(MOST_ENDED).stream()
                .filter(alert -> alert.beganAt() != null && isSeen(alert))
                .map(AlertView::of)
                .toList();
    }

    private static boolean isSeen(Alert alert) {
        return Access.sees(alert.place());
    }

    private Alert find(UUID id) {
        return table.find(id)
                .filter(alert -> alert.endedAt() == null && isSeen(alert))
                .orElseThrow(() -> Refusal.notFound("alert"));
    }

    /** Says that whoever asks sees to it. */
    @Transactional
    public AlertView take(UUID id) {
        table.take(find(id).id(), Who.name(), clock.instant());
        return changed(id);
    }

    /** Nobody sees to it any more. */
    @Transactional
    public AlertView giveBack(UUID id) {
        table.take(find(id).id(), "", null);
        return changed(id);
    }

    /** @param until from now to a month from now; absent to end that */
    @Transactional
    public AlertView putOff(UUID id, @Nullable Instant until) {
        Instant now = clock.instant();
        if (until != null && (!until.isAfter(now) || until.isAfter(now.plus(LONGEST_PUT_OFF)))) {
            throw Invalid.of("alerts.until", "until");
        }
        table.putOff(find(id).id(), until);
        return changed(id);
    }

    private AlertView changed(UUID id) {
        live.tell(AlertRound.KIND, id);
        return AlertView.of(find(id));
    }

    /**
     * A rule as it is there, for who wants it otherwise.
     *
     * @param explained what it watches, and what its amount means
     * @param example what the present amount of the whole office means here; empty where that cannot be said
     */
    public record RuleView(
            AlertRule rule,
            Message title,
            Message explained,
            AlertRule.Unit unit,
            int least,
            int most,
            boolean ofPlaces,
            RuleSetting usual,
            Message example) {}

    /** @param kind of what could not be told */
    public record Untold(AlertMessages.Kind kind, String target, Instant since, int tries, Message trouble) {}

    /** @param untold what nobody could be told yet */
    public record AlertRules(List<RuleView> rules, List<Untold> untold) {}

    @Transactional(readOnly = true)
    public AlertRules rules() {
        AlertSettings wanted = settings.read().alerts();
        return new AlertRules(
                Arrays.stream(AlertRule.values())
                        .map(rule -> new RuleView(
                                rule,
                                titleOf(rule),
                                Message.of("alert-rule." + rule + ".explained"),
                                rule.unit(),
                                rule.least(),
                                rule.most(),
                                rule.isOfPlaces(),
                                rule.usual(),
                                rule == AlertRule.DEVICE_QUIET
                                        ? example(wanted.of(rule, "").amount())
                                        : Message.none()))
                        .toList(),
                messages.inTrouble().stream().map(Alerts::untold).toList());
    }

    private static Untold untold(AlertMessage message) {
        return new Untold(message.kind(), message.target(), message.createdAt(), message.tries(), message.trouble());
    }

    /** After how long the busiest device and one in the middle would be told of, from ten o'clock of a Monday on. */
    private Message example(int amount) {
        Map<UUID, UsualWeek> weeks = scans.weeks();
        double looks = weeks.values().stream().mapToDouble(UsualWeek::weekly).sum() / 7;
        ZonedDateTime monday = clock.instant()
                .atZone(zone)
                .with(DayOfWeek.MONDAY)
                .truncatedTo(ChronoUnit.DAYS)
                .plusHours(10);
        List<UsualWeek> busiest = weeks.values().stream()
                .sorted(Comparator.comparingDouble(UsualWeek::weekly).reversed())
                .toList();
        double limit = Chance.limit(looks, amount);
        List<Long> hours = Stream.of(0, busiest.size() / 2)
                .filter(i -> i < busiest.size())
                .flatMap(i -> Quiet.toldAt(busiest.get(i), monday, limit).stream())
                .map(at -> ChronoUnit.HOURS.between(monday, at))
                .toList();
        return hours.size() < 2
                ? Message.none()
                : Message.of("alert-rule.DEVICE_QUIET.example")
                        .with("visits", Math.round(looks))
                        .with("first", hours.get(0))
                        .with("middle", hours.get(1));
    }
}
