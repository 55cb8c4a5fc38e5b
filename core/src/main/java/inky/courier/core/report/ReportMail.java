package inky.courier.core.report;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.mail.MailAddress;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/**
 * Who gets the report of a month by mail when it is over.
 *
 * @param emails up to {@link #MOST_EMAILS}; none for no mail
 * @param parts of the report, in this order, each once
 */
public record ReportMail(List<String> emails, List<ReportBy> parts) {
    public static final int MOST_EMAILS = 10;

    private static final List<ReportBy> USUAL_PARTS =
            List.of(ReportBy.PLACE, ReportBy.DEVICE, ReportBy.JOB, ReportBy.DESTINATION, ReportBy.CAUSE);

    public static final ReportMail USUAL = new ReportMail(List.of(), USUAL_PARTS);

    public ReportMail {
        emails = emails == null
                ? List.of()
                : emails.stream()
                        .filter(Objects::nonNull)
                        .map(String::strip)
                        .filter(one -> !one.isEmpty())
                        .distinct()
                        .toList();
        parts = parts == null
                ? USUAL_PARTS
                : parts.stream().filter(Objects::nonNull).distinct().toList();
    }

    public List<Problem> problems() {
        List<Problem> problems = new ArrayList<>();
        for (String email : emails) {
            try {
                new MailAddress(email);
            } catch (Invalid invalid) {
                problems.addAll(invalid.at("reports.emails").problems());
            }
        }
        if (emails.size() > MOST_EMAILS) {
            problems.add(Problem.of("reports.emails", "reports.emails"));
        }
        if (parts.isEmpty()) {
            problems.add(Problem.of("reports.parts", "reports.parts"));
        }
        return problems;
    }
}
