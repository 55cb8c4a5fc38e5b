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
    NOT_THIS_PROTOCOL(UNTIL_MENDED),
    TLS_NOT_OFFERED(UNTIL_MENDED),
    ENCRYPTION_NEEDED(UNTIL_MENDED),
    ENCRYPTION_NOT_OFFERED(UNTIL_MENDED),
    HOST_KEY_UNKNOWN(UNTIL_MENDED),
    HOST_KEY_CHANGED(UNTIL_MENDED),
    SIGN_IN_REFUSED(UNTIL_MENDED),
    KEY_HAS_PASSPHRASE(UNTIL_MENDED),
    KEY_NOT_READABLE(UNTIL_MENDED),
    PASSWORD_EXPIRED(UNTIL_MENDED),
    ACCOUNT_LOCKED(UNTIL_MENDED),
    ACCOUNT_CLOSED(UNTIL_MENDED),
    CLOCK_DIFFERS(UNTIL_MENDED),
    SHARE_NOT_FOUND(UNTIL_MENDED),
    FOLDER_NOT_FOUND(UNTIL_MENDED),
    NOT_ALLOWED_IN(UNTIL_MENDED),
    NOT_ALLOWED_TO_WRITE(UNTIL_MENDED),
    NO_SPACE(PASSES),
    NAME_REFUSED(FOR_GOOD),
    LEADS_ELSEWHERE(FOR_GOOD),
    NAME_TAKEN(FOR_GOOD),
    FILE_TOO_LARGE(FOR_GOOD),
    BUSY(PASSES),
    TRY_LATER(PASSES),
    DATA_LINE(PASSES),
    MOVED(UNTIL_MENDED),
    CONTENT_DIFFERS(PASSES),
    NO_OWN_FOLDER(UNTIL_MENDED),
    NO_CONSENT(UNTIL_MENDED),
    CONSENT_ENDED(UNTIL_MENDED),
    CONSENT_NOT_OFFERED(UNTIL_MENDED),
    TOKEN_RAN_OUT(PASSES),
    NO_STICK(PASSES),
    NO_STORAGE(UNTIL_MENDED),
    MUST_BE_ENCRYPTED(FOR_GOOD),
    REFUSED(FOR_GOOD);

    /**
     * How servers say in words that there is no room, where they do so under a code for any local error (vsftpd's 451 is
     * "Failure writing to local file.").
     */
    private static final Pattern FULL = Pattern.compile(
            "no space|disk (is )?full|quota|insufficient (disk )?(space|storage)|writing to local file");

    private final Lasting lasting;

    TransferCause(Lasting lasting) {
        this.lasting = lasting;
    }

    @Override
    public String area() {
        return "transfer";
    }

    @Override
    public Lasting lasting() {
        return lasting;
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
