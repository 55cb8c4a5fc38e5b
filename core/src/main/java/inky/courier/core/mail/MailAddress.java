package inky.courier.core.mail;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import inky.courier.core.text.PlainText;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;

/**
 * A mailbox address of Internet mail: a dot-atom and a host name (RFC 5321 section 4.1.2), within the limits of section
 * 4.5.3.1: local part 64 octets, domain 255, whole path 256 with its angle brackets. Letters outside ASCII may stand in both
 * (RFC 6531 section 3.3).
 *
 * @param text as people write it
 */
public record MailAddress(String text) {
    /** RFC 5322 section 3.2.3, and what RFC 6531 adds: whatever is visible outside ASCII. */
    private static final String ATOM =
            "[A-Za-z0-9!#$%&'*+/=?^_`{|}~\\-[[\\p{L}\\p{M}\\p{N}\\p{S}\\p{P}]&&[^\\x00-\\x7f]]]+";

    private static final Pattern LOCAL = Pattern.compile(ATOM + "(?:\\." + ATOM + ")*");

    /** Of a label of RFC 5321 section 4.1.2, or of RFC 5890 section 2.3.2.1 in the letters that people write. */
    private static final String LETTER = "A-Za-z0-9[[\\p{L}\\p{M}\\p{N}]&&[^\\x00-\\x7f]]";

    private static final String LABEL = "[" + LETTER + "](?:[\\-" + LETTER + "]{0,61}[" + LETTER + "])?";

    private static final Pattern DOMAIN = Pattern.compile(LABEL + "(?:\\." + LABEL + ")*");

    /** No address within the limits has more letters. */
    private static final int LONGEST = 320;

    public MailAddress {
        int at = text.lastIndexOf('@');
        if (text.length() > LONGEST) {
            throw invalid(Message.of("problem.mail.address.long"), Message.of("problem.mail.address.long.remedy"));
        }
        if (at < 1 || !LOCAL.matcher(text.substring(0, at)).matches()) {
            throw noAddress(text);
        }
        String domain = text.substring(at + 1);
        if (!DOMAIN.matcher(domain).matches()) {
            throw noAddress(text);
        }
        int local = octets(text.substring(0, at));
        if (local > 64) {
            throw invalid(Message.of("problem.mail.address.long-name"), Message.of("problem.mail.address.long.remedy"));
        }
        if (octets(domain) > 255 || local + 1 + octets(domain) > 254) {
            throw invalid(Message.of("problem.mail.address.long"), Message.of("problem.mail.address.long.remedy"));
        }
    }

    public String domain() {
        return text.substring(text.lastIndexOf('@') + 1);
    }

    /** Whether only a server with SMTPUTF8 (RFC 6531) can take it; a domain can be written in ASCII for any. */
    public boolean needsUtf8() {
        return text.substring(0, text.lastIndexOf('@')).chars().anyMatch(c -> c > 0x7f);
    }

    private static int octets(String text) {
        return text.getBytes(StandardCharsets.UTF_8).length;
    }

    private static Invalid noAddress(String text) {
        return invalid(
                Message.of("problem.mail.address").with("text", shown(text)),
                Message.of("problem.mail.address.remedy"));
    }

    private static String shown(String text) {
        String plain = PlainText.line(text);
        return plain.length() > 60 ? plain.substring(0, 60) + "..." : plain;
    }

    private static Invalid invalid(Message sentence, Message remedy) {
        return new Invalid("mail.address", "address", sentence, remedy);
    }
}
