package inky.courier.core.alert;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.mail.MailAddress;
import inky.courier.core.text.PlainText;
import java.net.URI;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;

/**
 * What an office wants to be told of, and how.
 *
 * @param rules those that are wanted otherwise than usual, each once for each place
 * @param emails of those who are told, up to {@link #MOST_EMAILS}
 * @param digestHour at which the daily mail is sent, 0 to 23
 * @param webhook to which each alert is sent too; empty for none
 */
public record AlertSettings(List<RuleSetting> rules, List<String> emails, Integer digestHour, String webhook) {
    private static final int MORNING = 7;

    public static final AlertSettings USUAL = new AlertSettings(List.of(), List.of(), MORNING, "");

    public static final int MOST_EMAILS = 10;
    private static final int MOST_RULES = 200;
    private static final int LONGEST_PLACE = 60;
    private static final int LONGEST_ADDRESS = 500;
    private static final int LAST_HOUR = 23;

    public AlertSettings {
        rules = rules == null
                ? List.of()
                : rules.stream()
                        .filter(rule ->
                                rule.rule() != null && !rule.equals(rule.rule().usual()))
                        .toList();
        emails = emails == null
                ? List.of()
                : emails.stream()
                        .map(String::strip)
                        .filter(one -> !one.isEmpty())
                        .distinct()
                        .toList();
        digestHour = Objects.requireNonNullElse(digestHour, MORNING);
        webhook = Objects.requireNonNullElse(webhook, "").strip();
    }

    /** The nearest setting: of the place, of the office, as usual. @param place empty for what is at none */
    public RuleSetting of(AlertRule rule, String place) {
        return rules.stream()
                .filter(one -> one.rule() == rule && one.place().equals(place))
                .findFirst()
                .or(() -> rules.stream()
                        .filter(one -> one.rule() == rule && one.place().isEmpty())
                        .findFirst())
                .orElseGet(rule::usual);
    }

    public List<Problem> problems() {
        List<Problem> problems = new ArrayList<>();
        Set<List<Object>> known = new HashSet<>();
        for (int i = 0; i < rules.size(); i++) {
            RuleSetting rule = rules.get(i);
            String field = "alerts.rules." + i;
            boolean place =
                    rule.place().isEmpty() || rule.rule().isOfPlaces() && PlainText.isName(rule.place(), LONGEST_PLACE);
            if (!place || !known.add(List.of(rule.rule(), rule.place())) || i >= MOST_RULES) {
                problems.add(Problem.of("alerts.place", field + ".place"));
            }
            if (rule.amount() < rule.rule().least()
                    || rule.amount() > rule.rule().most()) {
                problems.add(Problem.of("alerts.amount", field + ".amount"));
            }
            if (!rule.hours().isRight()) {
                problems.add(Problem.of("alerts.hours", field + ".hours"));
            }
        }
        for (String email : emails) {
            try {
                new MailAddress(email);
            } catch (Invalid invalid) {
                problems.addAll(invalid.at("alerts.emails").problems());
            }
        }
        if (emails.size() > MOST_EMAILS) {
            problems.add(Problem.of("alerts.emails", "alerts.emails"));
        }
        if (digestHour < 0 || digestHour > LAST_HOUR) {
            problems.add(Problem.of("alerts.hours", "alerts.digestHour"));
        }
        if (!webhook.isEmpty() && !isWebAddress(webhook)) {
            problems.add(Problem.of("alerts.webhook", "alerts.webhook"));
        }
        return problems;
    }

    private static boolean isWebAddress(String address) {
        try {
            URI uri = URI.create(address);
            return address.length() <= LONGEST_ADDRESS
                    && uri.getHost() != null
                    && uri.getUserInfo() == null
                    && Set.of("http", "https")
                            .contains(Objects.requireNonNullElse(uri.getScheme(), "")
                                    .toLowerCase(Locale.ROOT));
        } catch (IllegalArgumentException e) {
            return false;
        }
    }
}
