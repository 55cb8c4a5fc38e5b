package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.connection.HostAddress;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;

/**
 * A directory of the office, by LDAP; the password of its account is kept apart.
 *
 * @param fingerprint SHA-256 of the certificate to trust, where exactly that is wanted
 * @param account whose name Courier binds with, as a distinguished name (RFC 4514) or as the directory takes it; empty for none
 * @param base below which people and groups are looked for, as a distinguished name
 * @param filter which entries are people (RFC 4515)
 * @param groupOf attribute of a person that says groups, by name or distinguished name; empty for none
 * @param groupFilter which entries are groups that list their members (RFC 4519, RFC 2307); empty for none
 * @param groups names of those that count; empty for all
 * @param takesPeople when people come from it by themselves
 * @param time of the day at which they do, where that is daily, as 05:30
 * @param search whether it is looked up for recipients at panels
 */
public record DirectoryItem(
        UUID id,
        String name,
        String host,
        int port,
        Encryption encryption,
        CertificateCheck certificateCheck,
        String fingerprint,
        String account,
        String base,
        String filter,
        Attributes attributes,
        String groupOf,
        String groupFilter,
        List<String> groups,
        TakesPeople takesPeople,
        String time,
        boolean search)
        implements Item {
    public static final int MOST_GROUPS = 200;
    private static final int LONGEST = 1000;
    private static final int LONGEST_NAME = 60;

    /** An attribute's name or OID, with options (RFC 4512 sections 1.4 and 2.5). */
    private static final String ATTRIBUTE = "[A-Za-z0-9][A-Za-z0-9.;-]{0,99}";

    /** When people come from it. */
    public enum TakesPeople {
        /** When somebody has looked at what would change. */
        BY_HAND,
        HOURLY,
        DAILY
    }

    /** What of an entry is what of a person, as attributes of the directory. */
    public record Attributes(String login, String name, String email) {
        /** By RFC 2798 and RFC 4519. */
        public static final Attributes USUAL = new Attributes("uid", "cn", "mail");

        public Attributes {
            login = Required.value(login, "attributes.login").strip();
            name = Required.value(name, "attributes.name").strip();
            email = Required.value(email, "attributes.email").strip();
        }
    }

    public DirectoryItem {
        Required.value(encryption, "encryption");
        Required.value(certificateCheck, "certificateCheck");
        Required.value(takesPeople, "takesPeople");
        Required.value(attributes, "attributes");
        name = Required.value(name, "name").strip();
        host = Required.value(host, "host").strip();
        fingerprint = Required.value(fingerprint, "fingerprint").strip();
        account = Required.value(account, "account").strip();
        base = Required.value(base, "base").strip();
        filter = Required.value(filter, "filter").strip();
        groupOf = Required.value(groupOf, "groupOf").strip();
        groupFilter = Required.value(groupFilter, "groupFilter").strip();
        groups = Required.value(groups, "groups").stream()
                .map(String::strip)
                .filter(group -> !group.isEmpty())
                .distinct()
                .toList();
        time = Required.value(time, "time").strip();
    }

    @Override
    public ItemKind itemKind() {
        return ItemKind.DIRECTORY;
    }

    @Override
    public void check(Office office) {
        List<Problem> problems = new ArrayList<>();
        require(problems, PlainText.isName(name, LONGEST_NAME), "directory.name", "name");
        require(problems, HostAddress.isValid(host), "directory.host", "host");
        require(problems, port >= 1 && port <= 65_535, "directory.port", "port");
        require(problems, certificateCheck.knowsWhom(fingerprint), "directory.fingerprint", "fingerprint");
        require(problems, isLine(account), "directory.account", "account");
        require(problems, isLine(base), "directory.base", "base");
        require(problems, isFilter(filter), "directory.filter", "filter");
        require(problems, attributes.login().matches(ATTRIBUTE), "directory.attribute", "attributes.login");
        require(problems, attributes.name().matches(ATTRIBUTE), "directory.attribute", "attributes.name");
        require(problems, attributes.email().matches(ATTRIBUTE), "directory.attribute", "attributes.email");
        require(problems, groupOf.isEmpty() || groupOf.matches(ATTRIBUTE), "directory.attribute", "groupOf");
        require(problems, groupFilter.isEmpty() || isFilter(groupFilter), "directory.filter", "groupFilter");
        require(
                problems,
                groups.size() <= MOST_GROUPS
                        && groups.stream().allMatch(group -> PlainText.isName(group, JobItem.LONGEST_GROUP)),
                "directory.groups",
                "groups");
        require(
                problems,
                takesPeople != TakesPeople.DAILY || time.matches("([01][0-9]|2[0-3]):[0-5][0-9]"),
                "directory.time",
                "time");
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
    }

    private static void require(List<Problem> problems, boolean right, String code, String field) {
        if (!right) {
            problems.add(Problem.of(code, field));
        }
    }

    private static boolean isLine(String text) {
        return text.length() <= LONGEST && PlainText.isLine(text);
    }

    /** As far as can be told without a parser of them: a whole in parentheses, in pairs (RFC 4515 section 3). */
    private static boolean isFilter(String text) {
        int open = 0;
        for (int i = 0; i < text.length(); i++) {
            open += text.charAt(i) == '(' ? 1 : text.charAt(i) == ')' ? -1 : 0;
            if (open < 0 || open == 0 && i < text.length() - 1) {
                return false;
            }
        }
        return open == 0 && text.startsWith("(") && text.length() > 2 && isLine(text);
    }
}
