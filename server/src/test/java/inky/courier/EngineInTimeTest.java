package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.audit.SecurityLog;
import inky.courier.delivery.Retention;
import inky.courier.delivery.Sweeper;
import inky.courier.delivery.query.OldDeliveries;
import inky.courier.harness.Browser;
import inky.courier.harness.Courier;
import inky.courier.harness.Office;
import inky.courier.harness.TimedOffice;
import inky.courier.harness.Waiting;
import inky.courier.scan.ScanService;
import inky.courier.standins.Mailbox.Letter;
import inky.courier.standins.PostOffice.Step;
import inky.courier.standins.Stack;
import io.micrometer.core.instrument.MeterRegistry;
import java.io.IOException;
import java.nio.file.Files;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Days of tries, of pauses and of keeping, by a clock that the test sets; the database and the far sides are real. */
@Tag("long")
class EngineInTimeTest {
    private static TimedOffice timed;
    private static Office office;

    @BeforeAll
    static void open() throws IOException {
        timed = new TimedOffice();
        office = timed.office;
    }

    @AfterAll
    static void close() {
        timed.close();
    }

    @BeforeEach
    void behave() {
        office.post.behave();
        office.device.pageMillis(0);
        toMe(Map.of());
    }

    /** By the engine's own rules nothing is ever without a task. */
    @AfterEach
    void nothingWasForgotten() {
        timed.time.setForward(Duration.ofMinutes(5));
        assertThat(timed.bean(Sweeper.class).sweep()).isZero();
        timed.time.doWhatIsDue();
    }

    private static void toMe(Map<String, Object> more) {
        office.goesTo(more, office.destination("Mail to me"));
    }

    private static List<Letter> lettersSince(int before) {
        List<Letter> letters = office.post.mailbox().letters();
        return letters.subList(before, letters.size());
    }

    private static JsonNode leg(String delivery) {
        return office.desk
                .get("/api/deliveries/" + delivery)
                .json()
                .path("row")
                .path("legs")
                .path(0);
    }

    private static void keepDays(int days) {
        Browser.Answer answer = office.desk.put(
                "/api/settings",
                Map.of(
                        "office",
                        "Wherrymoor Ferries",
                        "keepAcceptedHours",
                        24,
                        "keepOthersDays",
                        days,
                        "address",
                        office.host.uri().toString()));
        assertThat(answer.status()).isEqualTo(days < 5 ? 422 : 200);
        if (days < 5) {
            assertThat(answer.text()).contains("kept for 5 to 366 days: Courier tries for 4");
        }
    }

    // RFC 5321 section 4.5.4.1: tries go on for four days at least
    @Test
    void aServerThatIsNeverWellIsTriedForFourDaysThenThePersonIsTold() {
        toMe(Map.of("notifyWhen", "ALWAYS"));
        office.post.refuse(Step.MAIL, "451 4.7.1 Greylisted");
        String delivery = timed.send(Stack.TIDE_TABLE);
        timed.time.doWhatIsDue();
        assertThat(office.state(delivery)).isEqualTo("WAITING");
        int before = office.post.mailbox().letters().size();
        timed.time.pass(Duration.ofDays(3));
        assertThat(office.state(delivery)).isEqualTo("WAITING");
        timed.time.pass(Duration.ofDays(2));
        assertThat(office.state(delivery)).isEqualTo("STOPPED");
        assertThat(timed.page(delivery)).contains("Given up after 4 days of trying.");
        assertThat(office.desk.get("/api/today").text()).contains("asks to try again later");
        // The server that is ill is the only one that could tell; the news goes when it is well again.
        office.post.behave();
        timed.time.pass(Duration.ofHours(1));
        assertThat(lettersSince(before))
                .hasSize(1)
                .allMatch(letter -> text(letter).contains("Delivery D-"));
    }

    /** It may have been mended while the try was under way that found it broken. */
    @Test
    void whatFailedByAnOldPasswordGoesAMinuteLaterThoughNobodyTellsOfTheNewOne() {
        office.post.password("another");
        String delivery = timed.send(Stack.TIDE_TABLE);
        timed.time.doWhatIsDue();
        assertThat(leg(delivery).path("cause").asString()).isEqualTo("SIGN_IN_REFUSED");
        office.post.password(Office.PASSWORD);
        timed.time.pass(Duration.ofSeconds(90));
        assertThat(office.state(delivery)).isEqualTo("ACCEPTED");
    }

    @Test
    void aPausedRouteIsGivenUpAfterFourDaysAndThePersonIsTold() {
        toMe(Map.of("notifyWhen", "ALWAYS"));
        office.post.password("changed-at-the-server");
        String first = timed.send(Stack.TIDE_TABLE);
        String second = timed.send(Stack.TIDE_TABLE);
        timed.time.doWhatIsDue();
        assertThat(leg(second).path("cause").asString()).isEqualTo("SIGN_IN_REFUSED");
        // What is asked every few minutes meanwhile is asked for some hours, and then again at the end.
        timed.time.pass(Duration.ofHours(6));
        timed.time.setForward(Duration.ofDays(4));
        timed.time.pass(Duration.ofHours(18));
        assertThat(office.state(first)).isEqualTo("STOPPED");
        assertThat(office.state(second)).isEqualTo("STOPPED");
        int before = office.post.mailbox().letters().size();
        office.post.password(Office.PASSWORD);
        timed.time.pass(Duration.ofHours(2));
        assertThat(lettersSince(before)).hasSize(2);
    }

    @Test
    void whatMendsARouteIsNotLostWithTheInstanceThatMendedIt() {
        office.post.password("changed-at-the-server");
        String delivery = timed.send(Stack.TIDE_TABLE);
        timed.time.doWhatIsDue();
        assertThat(office.state(delivery)).isEqualTo("WAITING");
        office.desk
                .put("/api/mail-servers/" + office.serverId + "/password", Map.of("password", "changed-at-the-server"))
                .ok();
        // Nothing of the instance is used from here on but what it has written into the database.
        assertThat(timed.jdbc()
                        .sql(
                                "select count(*) from scheduled_tasks where task_name = 'release-route' and task_instance = ?")
                        .param(office.serverId)
                        .query(Integer.class)
                        .single())
                .isEqualTo(1);
        timed.time.doWhatIsDue();
        assertThat(office.state(delivery)).isEqualTo("ACCEPTED");
        office.post.password(Office.PASSWORD);
        office.desk
                .put("/api/mail-servers/" + office.serverId + "/password", Map.of("password", Office.PASSWORD))
                .ok();
        timed.time.doWhatIsDue();
    }

    @Test
    void whatIsHeldLongerThanPagesAreKeptEndsWithWordsAndIsNeverSentWithoutItsFiles() {
        office.post.refuse(Step.MAIL, "451 4.7.1 Greylisted");
        String delivery = timed.send(Stack.TIDE_TABLE);
        timed.time.doWhatIsDue();
        office.act("HOLD", delivery);
        office.post.behave();
        int before = office.post.mailbox().letters().size();
        timed.time.pass(Duration.ofDays(29));
        timed.bean(Retention.class).run();
        assertThat(office.state(delivery)).isEqualTo("HELD");
        timed.time.pass(Duration.ofDays(2));
        timed.bean(Retention.class).run();
        assertThat(timed.page(delivery)).contains("It was held until its pages had to be removed.");
        Browser.Answer release =
                office.desk.post("/api/deliveries/act", Map.of("action", "RELEASE", "deliveries", List.of(delivery)));
        assertThat(release.status()).isEqualTo(410);
        timed.time.pass(Duration.ofDays(1));
        assertThat(lettersSince(before)).isEmpty();
    }

    @Test
    void contentsGoWhenTheirTimeIsOverAndTheLineStays() {
        String delivery = timed.send(Stack.BERTH_PERMIT);
        timed.time.doWhatIsDue();
        assertThat(office.state(delivery)).isEqualTo("ACCEPTED");
        timed.time.pass(Duration.ofHours(23));
        timed.bean(Retention.class).run();
        assertThat(office.desk.get("/api/deliveries/" + delivery + "/files/0").status())
                .isEqualTo(200);
        timed.time.pass(Duration.ofHours(2));
        assertThat(timed.bean(Retention.class).run()).isPositive();
        JsonNode page = office.desk.get("/api/deliveries/" + delivery).json();
        assertThat(page.path("pages").size()).isZero();
        assertThat(page.path("row").path("fileName").asString()).endsWith(".pdf");
        assertThat(office.desk.get("/api/deliveries/" + delivery + "/files/0").status())
                .isEqualTo(410);
        assertThat(timed.jdbc()
                        .sql(
                                "select count(*) from content_chunk c where not exists (select 1 from content where id = c.content_id)")
                        .query(Integer.class)
                        .single())
                .isZero();
    }

    @Test
    void yearsLaterADeliveryIsForgottenAndItsSumStays() {
        String delivery = timed.send(Stack.BERTH_PERMIT);
        timed.time.doWhatIsDue();
        String day = office.desk
                .get("/api/deliveries/" + delivery)
                .json()
                .path("row")
                .path("scannedAt")
                .asString()
                .substring(0, 10);
        UUID scan = timed.jdbc()
                .sql("select scan_id from delivery where id = ?::uuid")
                .param(delivery)
                .query(UUID.class)
                .single();
        timed.time.pass(Duration.ofDays(2));
        timed.bean(Retention.class).run();
        String sums = "/api/delivery-sums.csv?from=" + LocalDate.parse(day).minusDays(1) + "&until="
                + LocalDate.parse(day).plusDays(1);
        String before = office.desk.get(sums).ok().text();
        assertThat(before).contains(",accepted,");
        timed.time.pass(Duration.ofDays(1096 - 3));
        timed.bean(OldDeliveries.class).run();
        assertThat(office.state(delivery)).isEqualTo("ACCEPTED");
        timed.time.pass(Duration.ofDays(2));
        assertThat(timed.bean(OldDeliveries.class).run()).isPositive();
        assertThat(timed.bean(OldDeliveries.class).run()).isZero();
        assertThat(office.desk.get("/api/deliveries/" + delivery).status()).isEqualTo(404);
        assertThat(office.desk.get(sums).ok().text()).isEqualTo(before);
        for (String table : List.of(
                "leg where delivery_id = :id",
                "delivery_step where delivery_id = :id",
                "scan where id = :scan and :id is not null")) {
            assertThat(timed.jdbc()
                            .sql("select count(*) from " + table)
                            .param("id", UUID.fromString(delivery))
                            .param("scan", scan)
                            .query(Integer.class)
                            .single())
                    .isZero();
        }
    }

    @Test
    void aFloodOfWrongAttemptsIsCountedInOneRow() {
        timed.time.pass(Duration.ofHours(2));
        Instant begin = timed.time.instant();
        SecurityLog log = timed.bean(SecurityLog.class);
        for (int i = 0; i < 2_500; i++) {
            log.note(SecurityLog.Event.FAILED, "", SecurityLog.Place.panel("Ticket office"), "192.0.2." + i % 250, "");
        }
        assertThat(timed.jdbc()
                        .sql("select count(*) from security_record where at >= ?")
                        .param(begin.atOffset(ZoneOffset.UTC))
                        .query(Integer.class)
                        .single())
                .isLessThanOrEqualTo(2_001);
        assertThat(log.failedSince(begin, SecurityLog.Place.Kind.PANEL)).isEqualTo(2_500);
        timed.time.pass(Duration.ofHours(1));
        log.note(SecurityLog.Event.FAILED, "", SecurityLog.Place.DESK, "192.0.2.7", "");
        assertThat(log.newest(0, 1, List.of()).get(0).source()).isEqualTo("192.0.2.7");
    }

    @Test
    void whatMayStillGoKeepsItsPagesHoweverOldItIs() {
        office.post.refuse(Step.MAIL, "451 4.7.1 Greylisted");
        String delivery = timed.send(Stack.TIDE_TABLE);
        timed.time.doWhatIsDue();
        keepDays(3);
        keepDays(5);
        // Tried again by hand on the fourth day, it may go on for four more.
        timed.time.pass(Duration.ofDays(3).plusHours(12));
        office.act("TRY_AGAIN", delivery);
        timed.time.pass(Duration.ofDays(3));
        timed.bean(Retention.class).run();
        int before = office.post.mailbox().letters().size();
        office.post.behave();
        timed.time.pass(Duration.ofHours(1));
        assertThat(office.state(delivery)).isEqualTo("ACCEPTED");
        assertThat(lettersSince(before))
                .hasSize(1)
                .allMatch(letter -> text(letter).contains("application/pdf"));
        keepDays(30);
    }

    @Test
    void aFileOfWhichAPartIsMissingIsNeverSent() {
        String delivery = deferred(Stack.TIDE_TABLE);
        timed.jdbc()
                .sql(
                        "delete from content_chunk where content_id in (select content_id from delivery_file where delivery_id = ?::uuid)")
                .param(delivery)
                .update();
        int before = office.post.mailbox().letters().size();
        timed.time.pass(Duration.ofHours(1));
        assertThat(office.state(delivery)).isEqualTo("STOPPED");
        assertThat(leg(delivery).path("cause").asString()).isEqualTo("CONTENTS_GONE");
        assertThat(lettersSince(before)).isEmpty();
    }

    /** Has its files made and waits, for a server that is well again. */
    private static String deferred(Stack stack) {
        office.post.refuse(Step.MAIL, "451 4.7.1 Greylisted");
        String delivery = timed.send(stack);
        timed.time.doWhatIsDue();
        office.post.behave();
        return delivery;
    }

    /** As when the disk has given back other bytes than it was given: the length is right, the seal is not. */
    @Test
    void aFileThatIsNotAsItWasKeptIsNeverAccepted() {
        String delivery = deferred(Stack.TIDE_TABLE);
        timed.jdbc()
                .sql(
                        "update content_chunk set sealed = set_byte(sealed, 5000, 255 - get_byte(sealed, 5000)) where content_id in "
                                + "(select content_id from delivery_file where delivery_id = ?::uuid)")
                .param(delivery)
                .update();
        int before = office.post.mailbox().letters().size();
        timed.time.pass(Duration.ofHours(1));
        assertThat(leg(delivery).path("cause").asString()).isEqualTo("CONTENTS_GONE");
        assertThat(lettersSince(before)).isEmpty();
    }

    @Test
    void aPageChangedWhileFilesWaitMakesThemAgainBeforeAnythingLeaves() {
        String delivery = deferred(Stack.BERTH_PERMIT);
        int before = office.post.mailbox().letters().size();
        office.edit(delivery, 2, "SPLIT").ok();
        timed.time.pass(Duration.ofHours(1));
        assertThat(office.state(delivery)).isEqualTo("ACCEPTED");
        assertThat(office.desk
                        .get("/api/deliveries/" + delivery)
                        .json()
                        .path("files")
                        .size())
                .isEqualTo(2);
        assertThat(lettersSince(before)).hasSize(1).allMatch(letter -> count(text(letter), "application/pdf") == 2);
    }

    @Test
    void whoGotThePartsAndWhoDidNotIsKeptForEachPart() {
        Map<String, Object> small = office.mailServer(Office.PASSWORD);
        // Ten pages at this resolution are about a third of what a mail may weigh, so two files go in each.
        small.put("sizeLimitMb", 4);
        office.desk.put("/api/mail-servers/" + office.serverId, small).ok();
        String both = office.desk
                .post(
                        "/api/destinations",
                        Map.of(
                                "name",
                                "Two desks in parts",
                                "kind",
                                "MAIL_FIXED",
                                "routeId",
                                office.serverId,
                                "settings",
                                Map.of("recipients", List.of("berths@wherrymoor.example", "late@wherrymoor.example"))))
                .ok()
                .get("id");
        Map<String, Object> tens = Map.of("everyPages", 10, "atBlank", false, "atSeparator", false, "byKind", false);
        String usual = office.desk.get("/api/jobs/" + office.jobId).get("profileId");
        String profile = office.desk
                .post(
                        "/api/profiles",
                        Map.of(
                                "name",
                                "In tens",
                                "colour",
                                "AS_FOUND",
                                "dpi",
                                Office.COARSE,
                                "sides",
                                "ONE",
                                "grouping",
                                tens))
                .ok()
                .get("id");
        Map<String, Object> several = new HashMap<>(Map.of("whenTooLarge", "SEVERAL", "profileId", profile));
        office.goesTo(several, both);
        int before = office.post.mailbox().letters().size();
        office.post.refuseRecipient(
                "late@wherrymoor.example", "450 4.2.1 Mailbox busy, try late@wherrymoor.example again");
        String delivery = timed.send(Stack.FIFTY_LETTERS);
        timed.time.doWhatIsDue();
        assertThat(office.state(delivery)).isEqualTo("WAITING");
        assertThat(lettersSince(before))
                .as("the first gets all parts at once")
                .hasSize(3)
                .allMatch(letter -> letter.to().equals(List.of("berths@wherrymoor.example")));

        // A refusal of one recipient holds nobody else up, and nobody else reads the address.
        toMe(Map.of("profileId", usual));
        String other = timed.send(Stack.TIDE_TABLE);
        timed.time.doWhatIsDue();
        assertThat(office.state(other)).isEqualTo("ACCEPTED");
        assertThat(timed.page(other)).doesNotContain("late@wherrymoor.example");

        office.post.behave();
        before = office.post.mailbox().letters().size();
        timed.time.pass(Duration.ofHours(1));
        assertThat(office.state(delivery)).isEqualTo("ACCEPTED");
        assertThat(lettersSince(before))
                .as("the second gets all parts too, and nobody one twice")
                .hasSize(3)
                .allMatch(letter -> letter.to().equals(List.of("late@wherrymoor.example")));
        assertThat(leg(delivery).path("recipients").size()).isEqualTo(2);
        assertThat(leg(delivery).path("recipients").toString()).doesNotContain("\"accepted\":false");
        office.desk
                .put("/api/mail-servers/" + office.serverId, office.mailServer(Office.PASSWORD))
                .ok();
        timed.time.doWhatIsDue();
    }

    @Test
    void aPasscodeReachesWhoWasDeferredAtTheLinkAndWhoWasNot() {
        Map<String, Object> link = new HashMap<>(Map.of(
                "name",
                "Page with a passcode",
                "kind",
                "LINK",
                "routeId",
                office.serverId,
                "settings",
                Map.of("days", 7, "withPasscode", true)));
        String page = office.desk.post("/api/destinations", link).ok().get("id");
        office.goesTo(Map.of(), page);
        int before = office.post.mailbox().letters().size();
        office.post.refuse(Step.RCPT, "450 4.2.1 Mailbox busy");
        String delivery = timed.send(Stack.TIDE_TABLE);
        timed.time.doWhatIsDue();
        assertThat(lettersSince(before)).isEmpty();
        office.post.behave();
        timed.time.pass(Duration.ofHours(1));
        assertThat(office.state(delivery)).isEqualTo("ACCEPTED");
        assertThat(lettersSince(before)).hasSize(2);
    }

    @Test
    void whatWasPutOffWhileTheDatabaseWasAwayGoesAsSoonAsItIsBack() {
        String delivery = timed.send(Stack.TIDE_TABLE);
        timed.jdbc()
                .sql(
                        "update scheduled_tasks set consecutive_failures = 5, execution_time = execution_time + interval '5 min'")
                .update();
        timed.time.doWhatIsDue();
        assertThat(office.state(delivery)).isEqualTo("MOVING");
        timed.jdbc()
                .sql("select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() "
                        + "and query ilike 'listen%'")
                .query((row, n) -> 0)
                .list();
        Waiting.until(
                () -> {
                    timed.time.doWhatIsDue();
                    return office.state(delivery).equals("ACCEPTED");
                },
                "it goes, by a clock that stands still");
    }

    @Test
    void theSweeperMendsWhatWasLostAndCountsIt() {
        office.post.refuse(Step.MAIL, "451 4.7.1 Greylisted");
        String waiting = timed.send(Stack.TIDE_TABLE);
        timed.time.doWhatIsDue();
        String unmade = timed.send(Stack.TIDE_TABLE);
        office.post.behave();
        timed.jdbc().sql("delete from scheduled_tasks").update();
        timed.time.setForward(Duration.ofHours(1));
        double before = timed.bean(MeterRegistry.class)
                .counter("courier.sweeper.mended")
                .count();
        assertThat(timed.bean(Sweeper.class).sweep()).isEqualTo(2);
        assertThat(timed.bean(MeterRegistry.class)
                        .counter("courier.sweeper.mended")
                        .count())
                .isEqualTo(before + 2);
        timed.time.doWhatIsDue();
        assertThat(office.state(waiting)).isEqualTo("ACCEPTED");
        assertThat(office.state(unmade)).isEqualTo("ACCEPTED");
    }

    @Test
    void aScanIsCancelledInWhicheverInstanceItRunsAndNoPageOfItStays() {
        Courier other = timed.another();
        try {
            Browser guest = office.guest();
            office.device.put(Stack.FIFTY_LETTERS);
            office.device.pageMillis(300);
            String scan = office.begin(guest);
            Waiting.until(
                    () -> guest.get(office.panel("/scans/" + scan))
                                    .json()
                                    .path("pages")
                                    .size()
                            > 1,
                    "pages come");
            // The panel's next request goes to the other instance, as a balancer may have it.
            Browser there = new Browser(other.uri());
            there.post(office.panel("/session"), Map.of("pin", office.pin)).ok();
            there.delete(office.panel("/scans/" + scan)).ok();
            Waiting.until(() -> office.device.scanning() == 0, "the device has stopped");
            assertThat(timed.jdbc()
                            .sql("select count(*) from scan_page where scan_id = ?::uuid")
                            .param(scan)
                            .query(Integer.class)
                            .single())
                    .isZero();
            assertThat(stateOfScan(scan)).isEqualTo("CANCELLED");
        } finally {
            other.stop();
        }
    }

    @Test
    void aScanThatWasSentIsChangedAtTheDeskOnly() {
        Browser guest = office.guest();
        String scan = office.scan(guest, Stack.TIDE_TABLE);
        String delivery = guest.post(office.panel("/scans/" + scan + "/send"), Map.of())
                .ok()
                .get("deliveryId");
        assertThat(guest.delete(office.panel("/scans/" + scan)).status()).isEqualTo(409);
        assertThat(office.edit(guest, scan, 1, "BRING_BACK").status()).isEqualTo(409);
        assertThat(guest.delete(office.panel("/scans/" + scan + "/edits/last")).status())
                .isEqualTo(409);
        assertThat(guest.post(office.panel("/scans/" + scan + "/loads"), Map.of())
                        .status())
                .isEqualTo(409);
        timed.time.doWhatIsDue();
        assertThat(office.state(delivery)).isEqualTo("ACCEPTED");
    }

    /** A device that takes longer for a page than anybody expects is still being listened to. */
    @Test
    void aScanThatTakesLongIsNoneThatHasLostItsInstance() {
        office.device.put(Stack.BERTH_PERMIT);
        office.device.pageMillis(5_000);
        Browser guest = office.guest();
        String scan = office.begin(guest);
        timed.time.setForward(Duration.ofMinutes(10));
        Waiting.until(
                () -> timed.jdbc()
                        .sql("select alive_at >= ?::timestamptz from scan where id = ?::uuid")
                        .params(timed.time.instant().minusSeconds(1).toString(), scan)
                        .query(Boolean.class)
                        .single(),
                "it shows that it lives");
        timed.bean(ScanService.class).endOrphans(timed.time.instant().minusSeconds(150));
        assertThat(stateOfScan(scan)).isEqualTo("SCANNING");
        timed.bean(ScanService.class).cancel(UUID.fromString(scan));
    }

    private static String stateOfScan(String scan) {
        return timed.jdbc()
                .sql("select state from scan where id = ?::uuid")
                .param(scan)
                .query(String.class)
                .single();
    }

    private static String text(Letter letter) {
        try {
            return Files.readString(letter.file());
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    private static int count(String text, String what) {
        return text.split(java.util.regex.Pattern.quote("Content-Type: " + what), -1).length - 1;
    }
}
