package inky.courier.core.transfer;

import static inky.courier.core.delivery.Lasting.FOR_GOOD;
import static inky.courier.core.delivery.Lasting.PASSES;
import static inky.courier.core.delivery.Lasting.UNTIL_MENDED;

import inky.courier.core.delivery.Cause;
import inky.courier.core.delivery.Lasting;
import java.util.Locale;
import java.util.regex.Pattern;

/** Why a file does not get into a folder, from the protocols' own codes. */
public enum TransferCause implements Cause {
    NOT_THIS_PROTOCOL(
            UNTIL_MENDED,
            "The service at this port uses another protocol.",
            "Check the port: SMB has 445, FTP 21, FTPS from the start 990, SFTP 22, WebDAV 443."),
    TLS_NOT_OFFERED(
            UNTIL_MENDED,
            "The server does not offer TLS at this port.",
            "Try TLS from the start on port 990, or ask the server's administrator. Courier does not fall back to an unencrypted connection."),
    ENCRYPTION_NEEDED(
            UNTIL_MENDED,
            "The server requires an encrypted connection.",
            "Choose an encrypted connection for this destination."),
    ENCRYPTION_NOT_OFFERED(
            UNTIL_MENDED,
            "The server speaks SMB 2, which has no encryption.",
            "Have SMB 3 switched on at the server, or choose not to encrypt."),
    HOST_KEY_UNKNOWN(
            UNTIL_MENDED,
            "Nobody has yet accepted the server's key.",
            "Compare the fingerprint with the server's administrator, then accept exactly this key."),
    HOST_KEY_CHANGED(
            UNTIL_MENDED,
            "The server shows another key than the one you accepted.",
            "Compare the new fingerprint with the server's administrator before you accept it."),
    SIGN_IN_REFUSED(
            UNTIL_MENDED,
            "The server does not take this account with this password.",
            "Enter the account's new password. For a domain account, check the domain too."),
    KEY_HAS_PASSPHRASE(
            UNTIL_MENDED,
            "The stored private key is protected by a passphrase.",
            "Enter the key without its passphrase; it is stored encrypted here."),
    KEY_NOT_READABLE(
            UNTIL_MENDED,
            "The stored value is not a private key.",
            "Paste the whole key, with its first and last line."),
    PASSWORD_EXPIRED(
            UNTIL_MENDED,
            "The account's password has expired.",
            "Set a new password for the account, then enter it here."),
    ACCOUNT_LOCKED(
            UNTIL_MENDED,
            "The account is locked after too many wrong passwords.",
            "Unlock the account at the server, then enter the correct password here."),
    ACCOUNT_CLOSED(
            UNTIL_MENDED,
            "The account may not sign in: it is disabled, expired or restricted.",
            "Enable the account at the server, or use another."),
    CLOCK_DIFFERS(
            UNTIL_MENDED,
            "The clocks of the server and of its directory differ too much for a sign-in.",
            "Set the clocks by the same time server."),
    SHARE_NOT_FOUND(UNTIL_MENDED, "The server has no share of this name.", "Check the spelling of the share's name."),
    FOLDER_NOT_FOUND(
            UNTIL_MENDED,
            "The folder does not exist.",
            "Create the folder, choose another one, or let Courier create missing folders."),
    NOT_ALLOWED_IN(
            UNTIL_MENDED,
            "The account has no read permission for this share or folder.",
            "Give the account the right to list the folder."),
    NOT_ALLOWED_TO_WRITE(
            UNTIL_MENDED,
            "The account has no write permission here.",
            "Give the account the right to create, rename and delete files in the folder."),
    NO_SPACE(
            PASSES,
            "There is no space left.",
            "Free some space there, or raise the account's quota. Courier tries again."),
    NAME_REFUSED(FOR_GOOD, "The server refuses this file name.", "Change the name template, then send again."),
    LEADS_ELSEWHERE(
            FOR_GOOD,
            "On an FTP server a folder whose name begins with ~ may be somebody's home folder.",
            "Choose another folder, or rename this one at the server."),
    NAME_TAKEN(
            FOR_GOOD,
            "A file of this name already exists, and the destination is set not to replace it.",
            "Remove that file, or let Courier number files, then send again."),
    FILE_TOO_LARGE(
            FOR_GOOD,
            "The file is larger than the server takes.",
            "Scan at a lower resolution or in grey, or in several parts."),
    BUSY(
            PASSES,
            "The file or folder is in use by someone else.",
            "No action needed: Courier tries again automatically."),
    TRY_LATER(PASSES, "The server asks to try again later.", "No action needed: Courier tries again automatically."),
    DATA_LINE(
            PASSES,
            "The FTP data connection cannot be opened.",
            "Try passive instead of active. A firewall must let the server's passive ports through."),
    MOVED(UNTIL_MENDED, "The server redirects to another address.", "Use the address that it gives, if it is yours."),
    CONTENT_DIFFERS(
            PASSES,
            "The file there differs from what was sent.",
            "Courier sends it again. If this persists, the server or its disk is at fault."),
    NO_OWN_FOLDER(
            UNTIL_MENDED,
            "This person has no desktop folder yet.",
            "Add a folder destination that belongs to the person."),
    NO_CONSENT(
            UNTIL_MENDED,
            "This person has not given Courier access to their cloud folder.",
            "The person allows it once, at a panel, with their phone. It is then sent automatically."),
    CONSENT_ENDED(
            UNTIL_MENDED,
            "The consent for this person's cloud folder is no longer valid.",
            "The person allows it again at a panel. It is then sent automatically."),
    CONSENT_NOT_OFFERED(
            UNTIL_MENDED,
            "The cloud does not offer the device authorization grant.",
            "Ask the cloud's administrator whether this client may use the device authorization grant, and for both endpoints."),
    TOKEN_RAN_OUT(
            PASSES,
            "The permission expired during the transfer.",
            "No action needed: Courier gets a new one and tries again."),
    NO_STICK(PASSES, "There is no USB stick in the device.", "Put one in. Courier looks again by itself, for a day."),
    NO_STORAGE(
            UNTIL_MENDED,
            "The device has no storage of this sort.",
            "Use another destination for jobs on this device."),
    MUST_BE_ENCRYPTED(
            FOR_GOOD,
            "Files on a stick must be encrypted here, and these are not.",
            "Let the job's profile make encrypted PDF, then scan again."),
    REFUSED(FOR_GOOD, "The server refuses it.", "Its reply is shown here; ask its administrator.");

    /**
     * How servers say in words that there is no room, where they do so under a code for any local error (vsftpd's 451 is
     * "Failure writing to local file.").
     */
    private static final Pattern FULL = Pattern.compile(
            "no space|disk (is )?full|quota|insufficient (disk )?(space|storage)|writing to local file");

    private final Told told;

    TransferCause(Lasting lasting, String sentence, String remedy) {
        this.told = new Told(lasting, sentence, remedy);
    }

    @Override
    public Told told() {
        return told;
    }

    @Override
    public Scope scope() {
        return switch (this) {
            case NAME_REFUSED,
                    LEADS_ELSEWHERE,
                    NAME_TAKEN,
                    FILE_TOO_LARGE,
                    BUSY,
                    CONTENT_DIFFERS,
                    REFUSED,
                    NO_OWN_FOLDER,
                    NO_CONSENT,
                    CONSENT_ENDED,
                    TOKEN_RAN_OUT,
                    NO_STICK,
                    MUST_BE_ENCRYPTED -> Scope.THIS_ONE;
            default -> Scope.ROUTE;
        };
    }

    /** What an FTP reply means: RFC 959 section 4.2; 431, 522, 533 and 534 by RFC 2228 and RFC 4217. */
    public static TransferCause ofFtp(TransferStep step, int code, String words) {
        String said = words.toLowerCase(Locale.ROOT);
        if (code >= 400 && FULL.matcher(said).find()) {
            return NO_SPACE;
        }
        return switch (code) {
            case 421, 451 -> TRY_LATER;
            case 425, 426 -> DATA_LINE;
            case 431, 533 -> TLS_NOT_OFFERED;
            case 522, 521 -> ENCRYPTION_NEEDED;
            // 534 is "denied for policy reasons": no TLS wanted when it answers AUTH, TLS wanted elsewhere.
            case 534 -> step == TransferStep.ENCRYPTED ? TLS_NOT_OFFERED : ENCRYPTION_NEEDED;
            case 450 -> BUSY;
            case 452, 552 -> NO_SPACE;
            case 430, 530, 532 ->
                said.contains("tls") || said.contains("ssl") || said.contains("encrypt")
                        ? ENCRYPTION_NEEDED
                        : step.compareTo(TransferStep.SIGNED_IN) <= 0 ? SIGN_IN_REFUSED : NOT_ALLOWED_TO_WRITE;
            case 500, 501, 502, 504 -> step == TransferStep.ENCRYPTED ? TLS_NOT_OFFERED : REFUSED;
            case 550 -> denied(step, said);
            case 553 -> NAME_REFUSED;
            default -> code >= 400 && code < 500 ? TRY_LATER : REFUSED;
        };
    }

    /** 550 is for everything that a file system refuses; the words tell a missing right from a missing folder. */
    private static TransferCause denied(TransferStep step, String said) {
        boolean right = said.contains("permission") || said.contains("denied") || said.contains("not allowed");
        if (step == TransferStep.FOLDER) {
            return right ? NOT_ALLOWED_IN : FOLDER_NOT_FOUND;
        }
        return said.contains("no such") || said.contains("not found") ? FOLDER_NOT_FOUND : NOT_ALLOWED_TO_WRITE;
    }

    /** What an NT status of an SMB answer means: MS-ERREF section 2.3.1. */
    public static TransferCause ofSmb(TransferStep step, long status) {
        return switch ((int) status) {
            case 0xC000006D, 0xC000006A, 0xC0000064 -> SIGN_IN_REFUSED;
            case 0xC0000071, 0xC0000224 -> PASSWORD_EXPIRED;
            case 0xC0000234 -> ACCOUNT_LOCKED;
            case 0xC0000072, 0xC0000193, 0xC000006E, 0xC000006F, 0xC0000070, 0xC000015B -> ACCOUNT_CLOSED;
            case 0xC0000133 -> CLOCK_DIFFERS;
            case 0xC00000CC, 0xC00000C9 -> SHARE_NOT_FOUND;
            case 0xC0000034, 0xC000003A, 0xC0000103 -> FOLDER_NOT_FOUND;
            case 0xC0000022, 0xC0000061 ->
                step.compareTo(TransferStep.SIGNED_IN) <= 0
                        ? SIGN_IN_REFUSED
                        : step == TransferStep.FOLDER ? NOT_ALLOWED_IN : NOT_ALLOWED_TO_WRITE;
            case 0xC00000A2 -> NOT_ALLOWED_TO_WRITE;
            case 0xC000007F, 0xC0000044 -> NO_SPACE;
            case 0xC0000033, 0xC0000039, 0xC000003B -> NAME_REFUSED;
            case 0xC0000035 -> NAME_TAKEN;
            case 0xC0000904 -> FILE_TOO_LARGE;
            case 0xC0000043, 0xC0000054 -> BUSY;
            case 0xC0000205, 0xC00000D0, 0xC000035C, 0xC00000B5, 0xC000009A -> TRY_LATER;
            case 0xC00000BB -> NOT_THIS_PROTOCOL;
            default -> REFUSED;
        };
    }

    /**
     * What an SFTP status means: draft-ietf-secsh-filexfer-02 section 7, which servers speak, with the codes that later
     * drafts (-13 section 9.1) added.
     */
    public static TransferCause ofSftp(TransferStep step, int status, String words) {
        String said = words.toLowerCase(Locale.ROOT);
        return switch (status) {
            case 2, 10 -> FOLDER_NOT_FOUND;
            case 3, 12 -> step == TransferStep.FOLDER ? NOT_ALLOWED_IN : NOT_ALLOWED_TO_WRITE;
            case 6, 7 -> TRY_LATER;
            case 11 -> NAME_TAKEN;
            case 14, 15 -> NO_SPACE;
            case 17, 25, 26 -> BUSY;
            case 20 -> NAME_REFUSED;
            // Version 3 has one code for all else, so its words must tell.
            case 4 ->
                said.contains("space") || said.contains("quota") || said.contains("disk")
                        ? NO_SPACE
                        : said.contains("exist")
                                ? NAME_TAKEN
                                : step == TransferStep.FOLDER ? FOLDER_NOT_FOUND : TRY_LATER;
            default -> REFUSED;
        };
    }

    /**
     * What an error of a token or device endpoint means: RFC 6749 section 5.2, RFC 8628 section 3.5.
     *
     * @param error for example {@code invalid_grant}
     */
    public static TransferCause ofOAuth(String error) {
        return switch (error) {
            case "invalid_grant" -> CONSENT_ENDED;
            case "access_denied", "expired_token", "authorization_pending" -> NO_CONSENT;
            case "slow_down", "server_error", "temporarily_unavailable" -> TRY_LATER;
            default -> CONSENT_NOT_OFFERED;
        };
    }

    /** What an HTTP status means to WebDAV: RFC 4918 sections 9 and 11, RFC 9110 section 15, RFC 6585. */
    public static TransferCause ofWebDav(TransferStep step, int status) {
        if (status >= 300 && status < 400) {
            return MOVED;
        }
        return switch (status) {
            case 401 -> SIGN_IN_REFUSED;
            case 403 -> step.compareTo(TransferStep.FOLDER) <= 0 ? NOT_ALLOWED_IN : NOT_ALLOWED_TO_WRITE;
            case 404, 409, 410 -> FOLDER_NOT_FOUND;
            case 405, 501 -> NOT_THIS_PROTOCOL;
            case 412 -> NAME_TAKEN;
            case 413 -> FILE_TOO_LARGE;
            case 414, 400 -> NAME_REFUSED;
            case 423 -> BUSY;
            case 408, 425, 429, 500, 502, 503, 504 -> TRY_LATER;
            case 507 -> NO_SPACE;
            default -> REFUSED;
        };
    }
}
