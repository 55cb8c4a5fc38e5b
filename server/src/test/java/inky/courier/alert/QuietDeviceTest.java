package inky.courier.alert;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.TimedOffice;
import inky.courier.standins.Stack;
import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;

class QuietDeviceTest {
    private TimedOffice office;

    /** Five weeks of a device that somebody comes to every half hour, and a morning on which nobody does. */
    @Test
    void aDeviceToWhichNobodyComesIsQuiet() throws IOException {
        try (TimedOffice there = new TimedOffice()) {
            office = there;
            office.send(Stack.TIDE_TABLE);
            office.time.pass(Duration.ofSeconds(30));
            UUID own = UUID.fromString(office.office.deviceId);
            copies(own, "2026-10-19T08:00:00Z", "2026-11-25T17:00:00Z");
            // There is no other device to compare with, so it is the office that is quiet.
            office.time.setForward(Duration.ofHours(30));
            round();
            assertThat(rules()).containsExactly("OFFICE_QUIET");
            assertThat(office.office.desk.get("/api/today").json().path("alerts"))
                    .isNotEmpty();

            // Others scan as they always did, on this Monday too.
            copies(UUID.randomUUID(), "2026-10-19T08:00:00Z", "2026-11-30T13:30:00Z");
            office.time.setForward(Duration.ofDays(3));
            round();
            office.time.setForward(Duration.ofMinutes(5));
            round();
            assertThat(rules()).containsExactly("DEVICE_QUIET");
            assertThat(office.office.desk.get("/api/alerts/rules").text())
                    .contains("the busiest device would be reported after");

            // Whoever comes ends it.
            copies(own, "2026-11-30T14:00:00Z", "2026-11-30T14:00:00Z");
            for (int minute = 0; minute < 12; minute++) {
                office.time.setForward(Duration.ofMinutes(1));
                round();
            }
            assertThat(rules()).isEmpty();
        }
    }

    private void round() {
        office.bean(AlertRound.class).go();
    }

    private List<String> rules() {
        List<String> rules = new ArrayList<>();
        office.office
                .desk
                .get("/api/alerts")
                .ok()
                .json()
                .forEach(alert -> rules.add(alert.path("rule").asString()));
        return rules;
    }

    /** Numbered by their time: the one delivery that there is, every half hour of working hours, by others. */
    private void copies(UUID device, String from, String until) {
        String columns = office.jdbc()
                .sql(
                        "select string_agg(column_name, ', ') from information_schema.columns where table_name = 'delivery' "
                                + "and is_generated = 'NEVER'")
                .query(String.class)
                .single();
        office.jdbc()
                .sql("""
                        insert into delivery (%s)
                        select %s from (select d as was from delivery d order by number limit 1) t
                            cross join generate_series(cast(:from as timestamptz), cast(:until as timestamptz), interval '30 minutes') at
                            cross join lateral jsonb_populate_record(t.was, jsonb_build_object('id', md5(at || :device)::uuid,
                                'scan_id', md5('scan' || at || :device)::uuid, 'number', (48000 + 2 * extract(epoch from at - timestamptz '2026-11-26T08:00:00Z') / 60 + case when :device = :own then 1 else 0 end)::bigint,
                                'device_id', :device, 'scanned_at', at, 'scan_began_at', at)) copy
                        where extract(hour from at at time zone 'UTC') between 8 and 17 and extract(isodow from at) < 6""".formatted(columns, "copy." + columns.replace(", ", ", copy.")))
                .param("own", office.office.deviceId)
                .param("from", from)
                .param("until", until)
                .param("device", device.toString())
                .update();
    }
}
