package inky.courier.mail;

import inky.courier.core.Invalid;
import inky.courier.core.mail.MailAddress;
import java.net.IDN;

/** Addresses as they are said to a mail server. */
final class Addresses {
    private Addresses() {}

    /** The domain in ASCII (RFC 5890 section 2.3.2.1); the rest as people write it. */
    static String onTheLine(String address) {
        int at = address.lastIndexOf('@');
        try {
            return address.substring(0, at + 1) + IDN.toASCII(address.substring(at + 1));
        } catch (IllegalArgumentException e) {
            return address;
        }
    }

    /** Whether only a server with SMTPUTF8 can take it; what was saved before there was a rule is left to the server. */
    static boolean needsUtf8(String address) {
        try {
            return new MailAddress(address).needsUtf8();
        } catch (Invalid e) {
            return false;
        }
    }
}
