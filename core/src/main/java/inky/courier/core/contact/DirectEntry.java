package inky.courier.core.contact;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.mail.MailAddress;
import java.net.IDN;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Which mail addresses may be entered at a device that are in no list.
 *
 * @param domains under which they may be, with all below them (RFC 1034 section 3.1: a domain is the tree below its name); of mode
 *     DOMAINS, where there must be at least one
 */
public record DirectEntry(Mode mode, List<String> domains) {
    public static final DirectEntry ANY = new DirectEntry(Mode.ANY, List.of());
    public static final DirectEntry NONE = new DirectEntry(Mode.NONE, List.of());

    private static final int MOST_DOMAINS = 50;

    public enum Mode {
        ANY,
        DOMAINS,
        NONE
    }

    public DirectEntry {
        mode = Objects.requireNonNullElse(mode, Mode.ANY);
        domains = mode == Mode.DOMAINS && domains != null
                ? domains.stream()
                        .map(DirectEntry::plain)
                        .filter(domain -> !domain.isEmpty())
                        .distinct()
                        .toList()
                : List.of();
    }

    /** As people write it: in small letters, without what stands before an address's domain. */
    private static String plain(String domain) {
        return domain.strip().toLowerCase(Locale.ROOT).replaceFirst("^(\\*?\\.|.*@)", "");
    }

    public boolean allows(MailAddress address) {
        return mode == Mode.ANY || domains.stream().anyMatch(domain -> isWithin(address.domain(), domain));
    }

    private static boolean isWithin(String domain, String wider) {
        String name = ascii(domain);
        String root = ascii(wider);
        return name.equals(root) || name.endsWith("." + root);
    }

    /** RFC 5891: one domain, however it is written. */
    private static String ascii(String domain) {
        try {
            return IDN.toASCII(domain, IDN.ALLOW_UNASSIGNED).toLowerCase(Locale.ROOT);
        } catch (IllegalArgumentException notOne) {
            return domain.toLowerCase(Locale.ROOT);
        }
    }

    /** What both allow. */
    public DirectEntry and(DirectEntry other) {
        if (mode == Mode.NONE || other.mode == Mode.NONE) {
            return NONE;
        }
        if (mode == Mode.ANY || other.mode == Mode.ANY) {
            return mode == Mode.ANY ? other : this;
        }
        List<String> both = Stream.concat(
                        domains.stream().filter(one -> other.domains.stream().anyMatch(two -> isWithin(one, two))),
                        other.domains.stream().filter(two -> domains.stream().anyMatch(one -> isWithin(two, one))))
                .distinct()
                .toList();
        return both.isEmpty() ? NONE : new DirectEntry(Mode.DOMAINS, both);
    }

    /** What any of them allows; nothing of none. */
    public static DirectEntry any(Collection<DirectEntry> all) {
        if (all.stream().anyMatch(one -> one.mode == Mode.ANY)) {
            return ANY;
        }
        List<String> domains =
                all.stream().flatMap(one -> one.domains.stream()).distinct().toList();
        return domains.isEmpty() ? NONE : new DirectEntry(Mode.DOMAINS, domains);
    }

    /** @param field of the form that it is in */
    public Optional<Problem> problem(String field) {
        if (mode != Mode.DOMAINS) {
            return Optional.empty();
        }
        boolean good = !domains.isEmpty()
                && domains.size() <= MOST_DOMAINS
                && domains.stream().allMatch(DirectEntry::isDomain);
        return good ? Optional.empty() : Optional.of(Problem.of("entry.domains", field));
    }

    private static boolean isDomain(String text) {
        try {
            return new MailAddress("anybody@" + text).domain().equals(text);
        } catch (Invalid none) {
            return false;
        }
    }
}
