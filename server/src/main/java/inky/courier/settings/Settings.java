package inky.courier.settings;

import inky.courier.audit.ChangeLog;
import inky.courier.core.Invalid;
import inky.courier.core.delivery.Keeping;
import inky.courier.core.delivery.RetrySchedule;
import inky.courier.core.job.JobText;
import inky.courier.core.text.PlainText;
import jakarta.annotation.Nullable;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The few settings of the whole office. */
@Service
public class Settings {
    /** As a number of days. */
    public static final int FOR_EVER = 0;

    private static final UUID ID = UUID.nameUUIDFromBytes("settings".getBytes(StandardCharsets.UTF_8));
    private static final int HOURS_IN_YEAR = 8784;
    private static final int LEAST_DELIVERIES_DAYS = 31;
    private static final int MOST_DELIVERIES_DAYS = 3660;

    /** Three years. */
    private static final String USUAL_DELIVERIES_DAYS = "1096";

    private static final int LEAST_DAYS = (int) Keeping.LEAST_OTHERS.toDays();

    private final JdbcClient jdbc;
    private final ChangeLog changes;

    Settings(JdbcClient jdbc, ChangeLog changes) {
        this.jdbc = jdbc;
        this.changes = changes;
    }

    /**
     * @param office name of the office, shown at panels and in texts
     * @param keepAcceptedHours how long pages and file stay after the last leg was accepted, 0 to 8784
     * @param address where people reach Courier, for links in mails: https://scans.office.example; empty when unknown
     * @param signature ends every mail, a template; absent or empty for none
     * @param keepOthersDays how long they stay when a delivery is never accepted, 5 to 366
     * @param keepDeliveriesDays how long deliveries are known at all, 31 to 3660, or {@link #FOR_EVER}; absent to leave it as it is
     */
    public record Office(
            String office,
            int keepAcceptedHours,
            int keepOthersDays,
            String address,
            @Nullable String signature,
            @Nullable Integer keepDeliveriesDays) {
        public Keeping keeping() {
            return new Keeping(Duration.ofHours(keepAcceptedHours), Duration.ofDays(keepOthersDays));
        }
    }

    @Transactional(readOnly = true)
    public Office read() {
        Map<String, String> all = new HashMap<>();
        jdbc.sql("select name, value from setting")
                .query((row, n) -> all.put(row.getString(1), row.getString(2)))
                .list();
        return new Office(
                all.getOrDefault("office", "Our office"),
                Integer.parseInt(all.getOrDefault("keep-accepted-hours", "24")),
                // What was allowed before may be less than the tries take.
                Math.max(LEAST_DAYS, Integer.parseInt(all.getOrDefault("keep-others-days", "30"))),
                all.getOrDefault("address", ""),
                all.getOrDefault("signature", ""),
                Integer.parseInt(all.getOrDefault("keep-deliveries-days", USUAL_DELIVERIES_DAYS)));
    }

    @Transactional
    public Office change(Office wanted) {
        if (!PlainText.isName(wanted.office(), 60)) {
            throw new Invalid(
                    "settings.office",
                    "office",
                    "The office needs a name of 1 to 60 characters.",
                    "Enter a name that people recognise.");
        }
        if (wanted.keepAcceptedHours() < 0 || wanted.keepAcceptedHours() > HOURS_IN_YEAR) {
            throw new Invalid(
                    "settings.keep", "keepAcceptedHours", "Pages are kept for 0 to 8784 hours.", "24 is usual.");
        }
        if (wanted.keepOthersDays() < LEAST_DAYS || wanted.keepOthersDays() > 366) {
            throw new Invalid(
                    "settings.keep",
                    "keepOthersDays",
                    "Pages that have not arrived are kept for " + LEAST_DAYS + " to 366 days: Courier tries for "
                            + RetrySchedule.GIVE_UP.toDays() + ".",
                    "30 is usual.");
        }
        String address =
                wanted.address() == null ? "" : wanted.address().strip().replaceFirst("/+$", "");
        if (!address.matches("|https?://[A-Za-z0-9][A-Za-z0-9.-]{0,200}(:\\d{1,5})?")) {
            throw new Invalid(
                    "settings.address",
                    "address",
                    "This is not the address of Courier.",
                    "Enter what people type, for example https://scans.office.example.");
        }
        String signature = wanted.signature() == null ? "" : wanted.signature().strip();
        JobText.signature(signature);
        Office before = read();
        int deliveries = Optional.ofNullable(wanted.keepDeliveriesDays()).orElse(before.keepDeliveriesDays());
        checkDeliveries(deliveries, wanted.keepOthersDays());
        put("office", wanted.office().strip());
        put("keep-accepted-hours", Integer.toString(wanted.keepAcceptedHours()));
        put("keep-others-days", Integer.toString(wanted.keepOthersDays()));
        put("address", address);
        put("signature", signature);
        put("keep-deliveries-days", Integer.toString(deliveries));
        Office after = read();
        changes.record("settings", ID, "Settings", before, after);
        return after;
    }

    private static void checkDeliveries(int days, int pages) {
        if (days != FOR_EVER && (days < LEAST_DELIVERIES_DAYS || days > MOST_DELIVERIES_DAYS || days < pages)) {
            throw new Invalid(
                    "settings.keep",
                    "keepDeliveriesDays",
                    "Deliveries are listed for " + LEAST_DELIVERIES_DAYS + " to " + MOST_DELIVERIES_DAYS
                            + " days, and as long as their pages are kept.",
                    "1096 is usual; " + FOR_EVER + " keeps them for ever.");
        }
    }

    /** @throws Invalid beside a field that makes links, while nobody has said where Courier is reached */
    public void requireAddress(String field) {
        if (read().address().isEmpty()) {
            throw new Invalid(
                    "settings.address",
                    field,
                    "A link needs the address at which people reach Courier.",
                    "Enter it under Settings first.");
        }
    }

    private void put(String name, String value) {
        jdbc.sql(
                        "insert into setting (name, value) values (?, ?) on conflict (name) do update set value = excluded.value")
                .params(name, value)
                .update();
    }
}
