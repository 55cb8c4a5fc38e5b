package inky.courier.core.intake;

import inky.courier.core.Problem;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.regex.Pattern;

/**
 * How scans are taken that devices send by mail.
 *
 * @param on whether any are
 * @param port where Courier listens for them (SMTP, RFC 5321), 1 to 65535
 * @param domain behind the @ of the addresses to which devices send
 * @param networks from which mail is taken, as {@link AddressRange}; up to 20
 * @param bySender whether the sender's address says whose scan it is, where the recipient's does not
 * @param bySubject whether a login in the subject does
 * @param account with which devices have to sign in (SMTP AUTH, RFC 4954); empty where they need not
 */
public record MailIntake(
        Boolean on,
        Integer port,
        String domain,
        List<String> networks,
        Boolean bySender,
        Boolean bySubject,
        String account) {
    private static final int USUAL_PORT = 2525;

    public static final MailIntake OFF = new MailIntake(false, USUAL_PORT, "", List.of(), true, false, "");

    private static final int LONGEST_ACCOUNT = 64;

    /** As RFC 1123 section 2.1 has it. */
    private static final Pattern DOMAIN =
            Pattern.compile("(?=.{1,253}$)[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?(\\.[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?)*");

    public MailIntake {
        on = Boolean.TRUE.equals(on);
        port = Objects.requireNonNullElse(port, USUAL_PORT);
        domain = Objects.requireNonNullElse(domain, "").strip().toLowerCase(Locale.ROOT);
        networks = DeviceNetworks.normal(networks);
        bySender = !Boolean.FALSE.equals(bySender);
        bySubject = Boolean.TRUE.equals(bySubject);
        account = Objects.requireNonNullElse(account, "").strip();
    }

    public List<Problem> problems() {
        List<Problem> problems = new ArrayList<>();
        if (port < 1 || port > 65_535) {
            problems.add(Problem.of("settings.intake-port", "mailIntake.port"));
        }
        if (on || !domain.isEmpty()) {
            if (!DOMAIN.matcher(domain).matches()) {
                problems.add(Problem.of("settings.intake-domain", "mailIntake.domain"));
            }
        }
        DeviceNetworks.problem(networks, on, "mailIntake.networks").ifPresent(problems::add);
        if (account.length() > LONGEST_ACCOUNT || !PlainText.isLine(account)) {
            problems.add(Problem.of("settings.intake-account", "mailIntake.account"));
        }
        return problems;
    }

    /** Whether mail is taken from there. @param address its 4 or 16 bytes, the highest first */
    public boolean takesFrom(byte[] address) {
        return DeviceNetworks.hold(networks, address);
    }
}
