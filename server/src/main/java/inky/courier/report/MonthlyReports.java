package inky.courier.report;

import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import inky.courier.core.report.ReportBy;
import inky.courier.core.report.ReportMail;
import inky.courier.destination.Announcements;
import inky.courier.destination.Announcements.Announcement;
import inky.courier.destination.Announcements.Attachment;
import inky.courier.queue.Pauses;
import inky.courier.queue.Queue;
import inky.courier.report.Reports.Report;
import inky.courier.settings.Settings;
import inky.courier.web.DaySpan;
import inky.courier.web.MessageColumn;
import jakarta.annotation.Nullable;
import java.sql.Date;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.YearMonth;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** The report of each month by mail, once to everybody who wants it. */
@Service
public class MonthlyReports {
    /** One for each mail, named by its id. */
    static final TaskDescriptor<Void> SEND = TaskDescriptor.of("send-report");

    private static final Logger LOG = LoggerFactory.getLogger(MonthlyReports.class);

    /** By the clock of the office: not before, on the first day of the next month. */
    private static final int HOUR = 7;

    /** Whoever is entered later gets the next one. */
    private static final int LAST_DAY = 5;

    private static final Duration TRIED = Duration.ofDays(3);
    private static final int KEPT_MONTHS = 13;

    private final JdbcClient jdbc;
    private final Queue queue;
    private final Reports reports;
    private final ReportPaper paper;
    private final Announcements mail;
    private final Settings settings;
    private final Clock clock;
    private final ZoneId zone;
    private final TransactionTemplate transaction;

    MonthlyReports(
            JdbcClient jdbc,
            Queue queue,
            Reports reports,
            ReportPaper paper,
            Announcements mail,
            Settings settings,
            Clock clock,
            ZoneId zone,
            TransactionTemplate transaction) {
        this.jdbc = jdbc;
        this.queue = queue;
        this.reports = reports;
        this.paper = paper;
        this.mail = mail;
        this.settings = settings;
        this.clock = clock;
        this.zone = zone;
        this.transaction = transaction;
    }

    /** @param month as 2026-11 @param sentAt absent while it is tried, or where it was given up @param trouble of the last try; empty for none */
    public record SentReport(
            String month, String email, @Nullable Instant sentAt, Message trouble) {}

    private record Mail(YearMonth month, String email, Instant createdAt, int tries) {}

    /** Begins the mails of the month that is over, once all of its days are summed up. */
    public void begin() {
        ReportMail wanted = settings.read().reports();
        ZonedDateTime now = clock.instant().atZone(zone);
        YearMonth month = YearMonth.from(now).minusMonths(1);
        boolean early = now.getDayOfMonth() == 1 && now.getHour() < HOUR;
        if (wanted.emails().isEmpty() || early || now.getDayOfMonth() > LAST_DAY) {
            return;
        }
        if (of(ReportBy.HOUR, month).missing() == 0) {
            wanted.emails().forEach(email -> add(month, email));
        }
    }

    private void add(YearMonth month, String email) {
        transaction.executeWithoutResult(status -> {
            UUID id = UUID.randomUUID();
            boolean isNew = jdbc.sql("insert into report_mail (id, month, email, created_at) values (?, ?, ?, ?) "
                                    + "on conflict (month, email) do nothing")
                            .params(
                                    id,
                                    Date.valueOf(month.atDay(1)),
                                    email,
                                    clock.instant().atOffset(ZoneOffset.UTC))
                            .update()
                    == 1;
            if (isNew) {
                queue.add(SEND, id);
            }
        });
    }

    /** Sends the report of the last month that is over, to all who want it, whether they have it or not. @return how many */
    @Transactional
    public int sendNow() {
        List<String> emails = settings.read().reports().emails();
        if (emails.isEmpty()) {
            throw Invalid.of("reports.nobody", "reports.emails");
        }
        YearMonth month = YearMonth.from(clock.instant().atZone(zone)).minusMonths(1);
        emails.forEach(email -> {
            jdbc.sql("delete from report_mail where month = ? and email = ?")
                    .params(Date.valueOf(month.atDay(1)), email)
                    .update();
            add(month, email);
        });
        return emails.size();
    }

    /** The latest first. */
    @Transactional(readOnly = true)
    public List<SentReport> latest() {
        return jdbc.sql("select month, email, sent_at, trouble from report_mail order by month desc, email limit 40")
                .query((row, n) -> {
                    Timestamp sent = row.getTimestamp(3);
                    return new SentReport(
                            YearMonth.from(row.getDate(1).toLocalDate()).toString(),
                            row.getString(2),
                            sent == null ? null : sent.toInstant(),
                            MessageColumn.read(row.getString(4)));
                })
                .list();
    }

    /** @return when to try again; nothing when that is over */
    Optional<Instant> send(UUID id) {
        Optional<Mail> found = jdbc.sql(
                        "select month, email, created_at, tries from report_mail where id = ? and sent_at is null")
                .param(id)
                .query((row, n) -> new Mail(
                        YearMonth.from(row.getDate(1).toLocalDate()),
                        row.getString(2),
                        row.getTimestamp(3).toInstant(),
                        row.getInt(4)))
                .optional();
        if (found.isEmpty()) {
            return Optional.empty();
        }
        Mail one = found.get();
        Instant now = clock.instant();
        if (mail.send(written(one))) {
            jdbc.sql("update report_mail set sent_at = ?, trouble = '' where id = ?")
                    .params(now.atOffset(ZoneOffset.UTC), id)
                    .update();
            jdbc.sql("delete from report_mail where month < ?")
                    .param(Date.valueOf(one.month.minusMonths(KEPT_MONTHS).atDay(1)))
                    .update();
            return Optional.empty();
        }
        jdbc.sql("update report_mail set tries = tries + 1, trouble = ? where id = ?")
                .params(MessageColumn.write(Message.of("report.mail-not-taken")), id)
                .update();
        if (one.createdAt.plus(TRIED).isBefore(now)) {
            LOG.warn("the report of {} could not be sent for three days", one.month);
            return Optional.empty();
        }
        return Optional.of(now.plus(Pauses.after(one.tries)));
    }

    private Report of(ReportBy by, YearMonth month) {
        return reports.report(
                by, DaySpan.read(month.atDay(1).toString(), month.atEndOfMonth().toString()));
    }

    private Announcement written(Mail one) {
        Locale language = settings.read().languageOf("");
        Locale before = LocaleContextHolder.getLocale();
        LocaleContextHolder.setLocale(language);
        try {
            List<Report> parts = settings.read().reports().parts().stream()
                    .map(by -> of(by, one.month))
                    .toList();
            Report whole = parts.isEmpty() ? of(ReportBy.HOUR, one.month) : parts.get(0);
            String address = settings.read().address();
            Message text = Message.of("mail.report.text")
                    .with("documents", whole.total().documents())
                    .with("arrived", whole.total().arrived())
                    .with("failed", whole.total().failed());
            String link = address.isEmpty()
                    ? ""
                    : "\n\n" + address + "/reports?from=" + whole.from() + "&until=" + whole.until();
            Message subject = Message.of("mail.report.subject")
                    .with("office", settings.read().office())
                    .with("month", one.month.toString());
            return new Announcement(
                    "",
                    one.email,
                    subject.in(language),
                    text.in(language) + link + "\n",
                    List.of(new Attachment("report-" + one.month + ".pdf", "application/pdf", paper.pdf(parts))));
        } finally {
            LocaleContextHolder.setLocale(before);
        }
    }
}
