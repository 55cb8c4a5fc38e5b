package inky.courier.core.mail;

import inky.courier.core.Invalid;
import java.util.regex.Pattern;

/**
 * A mailbox address of Internet mail: a dot-atom and a host name (RFC 5321 section 4.1.2), within the limits of section
 * 4.5.3.1: local part 64 octets, domain 255, whole path 256 with its angle brackets.
 */
public record MailAddress(String text) {
    private static final Pattern LOCAL =
            Pattern.compile("[A-Za-z0-9!#$%&'*+/=?^_`{|}~-]+(\\.[A-Za-z0-9!#$%&'*+/=?^_`{|}~-]+)*");
    private static final Pattern DOMAIN = Pattern.compile(
            "[A-Za-z0-9]([A-Za-z0-9-]{0,61}[A-Za-z0-9])?(\\.[A-Za-z0-9]([A-Za-z0-9-]{0,61}[A-Za-z0-9])?)*");

    public MailAddress {
        int at = text.lastIndexOf('@');
        if (at < 1
                || !LOCAL.matcher(text.substring(0, at)).matches()
                || !DOMAIN.matcher(text.substring(at + 1)).matches()) {
            throw invalid(
                    "\u201c" + shown(text) + "\u201d is not a mail address.", "Write it like name@office.example.");
        }
        if (at > 64) {
            throw invalid("The part before the @ is longer than 64 characters.", "Check the address with its owner.");
        }
        if (text.length() - at - 1 > 255 || text.length() > 254) {
            throw invalid(
                    "The address is longer than mail allows (254 characters).", "Check the address with its owner.");
        }
    }

    public String domain() {
        return text.substring(text.lastIndexOf('@') + 1);
    }

    private static String shown(String text) {
        String plain = text.replaceAll("\\p{Cntrl}", " ").strip();
        return plain.length() > 60 ? plain.substring(0, 60) + "..." : plain;
    }

    private static Invalid invalid(String sentence, String remedy) {
        return new Invalid("mail.address", "address", sentence, remedy);
    }
}
