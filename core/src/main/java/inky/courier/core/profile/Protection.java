package inky.courier.core.profile;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;

/**
 * Encryption of a PDF by AES-256 (ISO 32000-2, 7.6).
 *
 * @param passcode to open the file; empty to open it freely and only limit what may be done
 * @param ownerPasscode to change what may be done; empty when nobody shall
 */
public record Protection(String passcode, String ownerPasscode, boolean mayPrint, boolean mayCopy, boolean mayChange) {
    public static final Protection NONE = new Protection("", "", true, true, true);

    public Protection {
        passcode = passcode == null ? "" : passcode;
        ownerPasscode = ownerPasscode == null ? "" : ownerPasscode;
        // ISO 32000-2, 7.6.4.3.3: a password has at most 127 bytes of UTF-8.
        if (bytes(passcode) > 127 || bytes(ownerPasscode) > 127) {
            throw Invalid.of("profile.passcode", "files.protection");
        }
        if (!passcode.isEmpty() && passcode.length() < 6) {
            throw new Invalid(
                    "profile.passcode",
                    "files.protection",
                    Message.of("problem.profile.passcode.protection"),
                    Message.of("problem.profile.passcode.protection.remedy"));
        }
    }

    public boolean applies() {
        return !passcode.isEmpty() || !mayPrint || !mayCopy || !mayChange;
    }

    private static int bytes(String text) {
        return text.getBytes(java.nio.charset.StandardCharsets.UTF_8).length;
    }
}
