package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.core.access.Role;
import inky.courier.delivery.query.ReportTask;
import inky.courier.harness.Browser;
import inky.courier.harness.Office;
import inky.courier.harness.TimedOffice;
import inky.courier.report.MonthlyReports;
import inky.courier.standins.Mailbox.Letter;
import inky.courier.standins.PostOffice;
import inky.courier.standins.Stack;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import jakarta.mail.internet.MimeMultipart;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.Random;
import java.util.stream.Collectors;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Sums of reports are those of the deliveries themselves, whatever span is asked for and whatever becomes of them later. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class ReportsTest {
    private static final LocalDate TODAY = LocalDate.parse("2026-11-26");
    private static TimedOffice office;
    private static JdbcClient jdbc;

    @BeforeAll
    static void open() throws IOException {
        office = new TimedOffice();
        office.office.scansAt(Office.COARSE);
        jdbc = office.jdbc();
        sumUp();
        assertThat(report("DEVICE", TODAY, TODAY)
                        .path("total")
                        .path("documents")
                        .asInt())
                .as("an office in which nothing was sent yet")
                .isZero();
        for (int i = 0; i < 3; i++) {
            office.send(Stack.TIDE_TABLE);
            office.time.pass(Duration.ofSeconds(20));
        }
        office.office.post.refuse(PostOffice.Step.RCPT, "550 5.1.1 No such mailbox");
        office.send(Stack.TIDE_TABLE);
        office.time.pass(Duration.ofMinutes(1));
        office.office.post.behave();
    }

    @AfterAll
    static void close() {
        office.close();
    }

    private static JsonNode report(String by, LocalDate from, LocalDate until) {
        return office.office
                .desk
                .get("/api/reports?by=" + by + "&from=" + from + "&until=" + until)
                .ok()
                .json();
    }

    private static void sumUp() {
        office.bean(ReportTask.class).run();
    }

    /** As the deliveries have it; written for this test, and the day by the office's zone. */
    private static String rows(String columns, LocalDate from, LocalDate until) {
        return jdbc.sql(
                        "select " + columns
                                + " from delivery where not test and cast(scanned_at at time zone :zone as date) between :from and :until")
                .param("zone", office.bean(java.time.ZoneId.class).getId())
                .param("from", java.sql.Date.valueOf(from))
                .param("until", java.sql.Date.valueOf(until))
                .query(String.class)
                .single();
    }

    private static void equal(LocalDate from, LocalDate until) {
        for (String by : List.of("DEVICE", "PLACE", "PERSON", "JOB", "DESTINATION", "CAUSE", "HOUR")) {
            JsonNode report = report(by, from, until);
            JsonNode total = report.path("total");
            assertThat(total.path("documents").asString() + " "
                            + total.path("pages").asString() + " "
                            + total.path("bytes").asString() + " "
                            + total.path("arrived").asString() + " "
                            + total.path("failed").asString() + " "
                            + total.path("sides").path("judged").asString() + " "
                            + total.path("sides").path("blank").asString() + " "
                            + total.path("sides").path("colour").asString())
                    .as("by %s from %s to %s", by, from, until)
                    .isEqualTo(rows(
                            "count(*) || ' ' || coalesce(sum(pages), 0) || ' ' || coalesce(sum(file_bytes), 0) || ' ' || "
                                    + "count(*) filter (where state = 'ACCEPTED') || ' ' || count(*) filter (where state in ('STOPPED', 'CALLED_OFF')) || ' ' || "
                                    + "coalesce(sum(judged_sides), 0) || ' ' || coalesce(sum(blank_sides), 0) || ' ' || coalesce(sum(colour_sides), 0)",
                            from,
                            until));
            assertThat(report.path("days")
                            .valueStream()
                            .mapToLong(day -> day.path("documents").asLong())
                            .sum())
                    .isEqualTo(total.path("documents").asLong());
            if (!by.equals("CAUSE") && !by.equals("DESTINATION")) {
                assertThat(report.path("rows")
                                .valueStream()
                                .mapToLong(
                                        row -> row.path("figures").path("pages").asLong())
                                .sum())
                        .isEqualTo(total.path("pages").asLong());
            }
        }
    }

    @Test
    @Order(1)
    void whatWasSentTodayIsThereByEverything() {
        sumUp();
        equal(TODAY, TODAY);
        JsonNode device = report("DEVICE", TODAY, TODAY).path("rows").path(0);
        assertThat(device.path("name").asString()).isEqualTo("Ticket office");
        assertThat(device.path("detail").asString()).isEqualTo("Linnet Pier");
        JsonNode figures = device.path("figures");
        assertThat(figures.path("arrived").asInt()).isEqualTo(3);
        assertThat(figures.path("failed").asInt()).isEqualTo(1);
        assertThat(figures.path("sides").path("judged").asInt())
                .as("each side was looked at as it came")
                .isEqualTo(figures.path("pages").asInt());
        // Wilson for 3 of 4, as R's prop.test(3, 4, correct = FALSE) has it (from memory: 0.3006 to 0.9544)
        assertThat(figures.path("success").path("low").asDouble()).isBetween(0.3005, 0.3007);
        assertThat(figures.path("success").path("high").asDouble()).isBetween(0.9543, 0.9545);
        assertThat(report("CAUSE", TODAY, TODAY)
                        .path("rows")
                        .path(0)
                        .path("name")
                        .asString())
                .as("in the words of the cause")
                .contains(" ")
                .endsWith(".");
        assertThat(report("HOUR", TODAY, TODAY)
                        .path("rows")
                        .path(0)
                        .path("subject")
                        .asString())
                .matches("4-\\d\\d");
    }

    @Test
    @Order(2)
    void whatBecomesOfItLaterIsFoundAndReckonedAnew() {
        String stopped = jdbc.sql("select id from delivery where state = 'STOPPED'")
                .query(String.class)
                .single();
        office.time.setForward(Duration.ofDays(5));
        sumUp();
        equal(TODAY, TODAY.plusDays(5));
        office.office.act("TRY_AGAIN", stopped);
        office.time.pass(Duration.ofMinutes(2));
        assertThat(office.office.state(stopped)).isEqualTo("ACCEPTED");
        sumUp();
        equal(TODAY, TODAY);
        assertThat(report("CAUSE", TODAY, TODAY).path("rows").size()).isZero();
    }

    /** Years of deliveries, and spans of whole months, parts of them, and single days. */
    @Test
    @Order(3)
    void everySpanAddsUpAsItsDeliveriesDo() {
        String columns = jdbc
                .sql(
                        "select column_name from information_schema.columns where table_name = 'delivery' and is_generated = 'NEVER' "
                                + "and column_name not in ('id', 'number', 'scanned_at') and table_schema = current_schema()")
                .query(String.class)
                .list()
                .stream()
                .collect(Collectors.joining(", "));
        jdbc.sql(
                        "insert into delivery (id, number, scanned_at, " + columns
                                + ") select gen_random_uuid(), 100000 + n, "
                                + "timestamptz '2026-11-30 12:00Z' - random() * interval '500 days', " + columns
                                + " from delivery d cross join generate_series(1, 400) n where d.number = (select min(number) from delivery)")
                .update();
        jdbc.sql("delete from report_period").update();
        sumUp();
        sumUp();
        assertThat(jdbc.sql("select count(*) from report_period where whole_month")
                        .query(Integer.class)
                        .single())
                .isGreaterThan(14);
        Random random = new Random(3);
        LocalDate last = TODAY.plusDays(5);
        equal(last.minusDays(520), last);
        equal(LocalDate.parse("2026-03-01"), LocalDate.parse("2026-05-31"));
        for (int i = 0; i < 12; i++) {
            LocalDate from = last.minusDays(random.nextInt(500));
            equal(from, from.plusDays(random.nextInt((int) (last.toEpochDay() - from.toEpochDay()) + 1)));
        }
    }

    @Test
    @Order(4)
    void whoScannedIsKnownAsLongAsTheDeliveriesAre() {
        String nobody = "00000000-0000-0000-0000-000000000000";
        LocalDate from = TODAY.minusDays(490);
        String before = report("PERSON", from, TODAY).path("total").toString();
        office.office.settings("keepDeliveriesDays", 100).ok();
        sumUp();
        assertThat(report("PERSON", from, TODAY).path("total").toString()).isEqualTo(before);
        assertThat(report("PERSON", from, TODAY.minusDays(140)).path("rows").findValuesAsString("subject"))
                .containsExactly(nobody);
        assertThat(report("PERSON", TODAY.minusDays(80), TODAY).path("rows").findValuesAsString("subject"))
                .isNotEmpty()
                .doesNotContain(nobody);
    }

    @Test
    @Order(5)
    void whoeverIsForgottenIsNobodyInReportsToo() {
        String person = jdbc.sql(
                        "select person_id::text from delivery where person_id <> '00000000-0000-0000-0000-000000000000' limit 1")
                .query(String.class)
                .single();
        LocalDate from = TODAY.minusDays(520);
        long before =
                report("PERSON", from, TODAY).path("total").path("documents").asLong();
        office.bean(inky.courier.delivery.query.ReportSums.class).forget(java.util.UUID.fromString(person));
        JsonNode after = report("PERSON", from, TODAY);
        assertThat(after.path("total").path("documents").asLong()).isEqualTo(before);
        assertThat(after.path("rows").findValuesAsString("subject")).doesNotContain(person);
    }

    @Test
    @Order(6)
    void spansAreHeldToAndWhoSeesAPlaceSeesNoMore() {
        Browser desk = office.office.desk;
        assertThat(desk.get("/api/reports?by=DEVICE&from=2026-11-26&until=2026-11-01")
                        .status())
                .isEqualTo(422);
        assertThat(desk.get("/api/reports?by=DEVICE&from=yesterday&until=2026-11-01")
                        .status())
                .isEqualTo(422);
        assertThat(desk.get("/api/reports?by=NOTHING&from=2026-11-01&until=2026-11-02")
                        .status())
                .isBetween(400, 422);
        String csv = desk.get("/api/reports.csv?by=JOB&from=2026-11-26&until=2026-11-26")
                .ok()
                .text();
        Browser.Answer pdf = desk.get("/api/reports.pdf?by=HOUR&from=2025-10-01&until=2026-11-26")
                .ok();
        assertThat(pdf.text()).startsWith("%PDF-");
        assertThat(csv).startsWith("subject,name,detail,documents,").contains("\r\n");
        office.office
                .account(Role.AUDITOR)
                .get("/api/reports?by=JOB&from=2026-11-26&until=2026-11-26")
                .ok();

        Browser pier = new Browser(office.courier.uri());
        pier.get("/api/session");
        String path = office.office.invite("keeper", Role.OPERATOR);
        pier.post(path.replace("/invited/", "/api/invitation/"), Map.of("password", "gangway rope lantern"))
                .ok();
        String days = "&from=2026-11-26&until=2026-11-26";
        assertThat(pier.get("/api/reports?by=JOB" + days).status()).isEqualTo(200);
        String account = desk.get("/api/accounts")
                .ok()
                .json()
                .path("accounts")
                .valueStream()
                .filter(one -> one.path("login").asString().equals("keeper"))
                .findFirst()
                .orElseThrow()
                .path("id")
                .asString();
        desk.put("/api/accounts/" + account + "/places", Map.of("places", List.of("Elsewhere")))
                .ok();
        pier.post("/api/session", Map.of("login", "keeper", "password", "gangway rope lantern"))
                .ok();
        assertThat(pier.get("/api/reports?by=JOB" + days).status()).isEqualTo(403);
        JsonNode seen = pier.get("/api/reports?by=DEVICE" + days).ok().json();
        assertThat(seen.path("total").path("documents").asInt()).isZero();
        assertThat(seen.path("rows").size() + seen.path("days").size()).isZero();
    }

    /** What a month was goes by mail once it is over: once to each, tried again, and whenever somebody asks. */
    @Test
    @Order(7)
    void theReportOfAMonthGoesByMailWhenItIsOver() throws Exception {
        MonthlyReports monthly = office.bean(MonthlyReports.class);
        Browser.Answer wrong =
                office.office.settings("reports", Map.of("emails", List.of("not an address"), "parts", List.of()));
        assertThat(wrong.text()).contains("reports.emails", "A monthly report needs one part at least.");
        office.office
                .settings(
                        "reports",
                        Map.of(
                                "emails",
                                List.of("head@wherrymoor.example", "desk@wherrymoor.example"),
                                "parts",
                                List.of("PLACE", "DEVICE", "CAUSE")))
                .ok();
        office.time.pass(Duration.between(office.time.instant(), Instant.parse("2027-01-01T06:50:00Z")));
        monthly.begin();
        assertThat(sent()).as("not in the night").isEmpty();
        office.time.pass(Duration.ofMinutes(20));
        monthly.begin();
        assertThat(sent()).as("not before the month is summed up").isEmpty();
        sumUp();
        office.office.post.refuse(PostOffice.Step.RCPT, "450 4.2.0 Later");
        int before = office.office.post.mailbox().letters().size();
        monthly.begin();
        office.time.doWhatIsDue();
        assertThat(sent()).containsOnly("2026-12 false No mail server has taken it yet.");
        office.office.post.behave();
        office.time.pass(Duration.ofMinutes(2));
        assertThat(sent()).containsOnly("2026-12 true ");
        monthly.begin();
        office.time.pass(Duration.ofMinutes(2));
        List<Letter> letters = office.office.post.mailbox().letters();
        assertThat(letters.subList(before, letters.size()))
                .as("each once")
                .extracting(letter -> letter.to().get(0))
                .containsExactlyInAnyOrder("head@wherrymoor.example", "desk@wherrymoor.example");
        readPaper(letters.get(letters.size() - 1));

        assertThat(office.office.desk.post("/api/reports/mails", Map.of()).ok().get("recipients"))
                .isEqualTo("2");
        office.time.doWhatIsDue();
        assertThat(office.office.post.mailbox().letters()).hasSize(before + 4);
    }

    private static void readPaper(Letter letter) throws Exception {
        try (InputStream in = Files.newInputStream(letter.file())) {
            MimeMessage message = new MimeMessage(Session.getInstance(new Properties()), in);
            assertThat(message.getSubject()).isEqualTo("Wherrymoor Ferries: scans of 2026-12");
            MimeMultipart parts = (MimeMultipart) message.getContent();
            assertThat(parts.getBodyPart(0).getContent().toString()).contains("scanned: ");
            assertThat(parts.getBodyPart(1).getFileName()).isEqualTo("report-2026-12.pdf");
            byte[] paper = parts.getBodyPart(1).getInputStream().readAllBytes();
            try (PDDocument document = Loader.loadPDF(paper)) {
                assertThat(new PDFTextStripper().getText(document))
                        .contains("2026-12-01 to 2026-12-31, by place")
                        .contains("2026-12-01 to 2026-12-31, by device")
                        .contains("2026-12-01 to 2026-12-31, by cause");
            }
        }
    }

    private static List<String> sent() {
        return office.office
                .desk
                .get("/api/reports/mails")
                .ok()
                .json()
                .valueStream()
                .map(one ->
                        one.path("month").asString() + " " + !one.path("sentAt").isNull() + " "
                                + one.path("trouble").asString())
                .toList();
    }
}
