package inky.courier.core.intake;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;

/** Why a mail is no scan although it came to where scans come: nobody sent it, or it answers another. */
public enum NoScan {
    /** A message of a mail server that something did not arrive: no return path (RFC 5321, section 4.5.5), or a report (RFC 6522). */
    BOUNCE,
    /** Sent by a program and not by whoever scans: RFC 3834, section 5; lists and bulk mail, common practice. */
    AUTOMATIC,
    /** It refers to another message: RFC 5322, section 3.6.4. */
    REPLY;

    private static final List<String> BULK = List.of("bulk", "junk", "list", "auto_reply");

    /**
     * @param returnPath of the envelope; empty for none
     * @param header the first value of a header by its name; empty for none
     */
    public static Optional<NoScan> of(String returnPath, Function<String, String> header) {
        if (returnPath.isBlank() || value(header, "Content-Type").startsWith("multipart/report")) {
            return Optional.of(BOUNCE);
        }
        String submitted = value(header, "Auto-Submitted").split("[;\\s]", 2)[0];
        if (!submitted.isEmpty() && !submitted.equals("no")
                || BULK.contains(value(header, "Precedence"))
                || !value(header, "List-Id").isEmpty()) {
            return Optional.of(AUTOMATIC);
        }
        return value(header, "In-Reply-To").isEmpty()
                        && value(header, "References").isEmpty()
                ? Optional.empty()
                : Optional.of(REPLY);
    }

    private static String value(Function<String, String> header, String name) {
        return header.apply(name).strip().toLowerCase(Locale.ROOT);
    }
}
