package inky.courier.core.directory;

import inky.courier.core.delivery.Cause;
import inky.courier.core.delivery.Lasting;

/** Why a directory does not say who is in it. */
public enum DirectoryCause implements Cause {
    NOT_LDAP(Lasting.UNTIL_MENDED),
    TLS_NOT_OFFERED(Lasting.UNTIL_MENDED),
    ENCRYPTION_NEEDED(Lasting.UNTIL_MENDED),
    SIGN_IN_REFUSED(Lasting.UNTIL_MENDED),
    BASE_NOT_FOUND(Lasting.UNTIL_MENDED),
    NOT_ALLOWED(Lasting.UNTIL_MENDED),
    FILTER_REFUSED(Lasting.UNTIL_MENDED),
    /** It says of itself that there is more than it gave. */
    INCOMPLETE(Lasting.UNTIL_MENDED),
    TOO_MANY(Lasting.UNTIL_MENDED),
    BUSY(Lasting.PASSES),
    REFUSED(Lasting.UNTIL_MENDED);

    private final Lasting lasting;

    DirectoryCause(Lasting lasting) {
        this.lasting = lasting;
    }

    @Override
    public String area() {
        return "directory";
    }

    @Override
    public Lasting lasting() {
        return lasting;
    }

    /**
     * What a result code other than success means at a step, by RFC 4511 section 4.1.9 and appendix A.
     *
     * @param code as the protocol counts them
     */
    public static DirectoryCause of(DirectoryStep step, int code) {
        return switch (code) {
            case 3, 4, 9, 10, 11 -> step == DirectoryStep.ENCRYPTED ? TLS_NOT_OFFERED : INCOMPLETE;
            case 8, 13 -> ENCRYPTION_NEEDED;
            case 32, 34 -> step == DirectoryStep.SIGNED_IN ? SIGN_IN_REFUSED : BASE_NOT_FOUND;
            case 7, 48, 49 -> SIGN_IN_REFUSED;
            case 50 -> step == DirectoryStep.SIGNED_IN ? SIGN_IN_REFUSED : NOT_ALLOWED;
            case 18, 87 -> FILTER_REFUSED;
            case 51, 52 -> BUSY;
            default -> step == DirectoryStep.ENCRYPTED ? TLS_NOT_OFFERED : REFUSED;
        };
    }
}
