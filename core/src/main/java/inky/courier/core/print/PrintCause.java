package inky.courier.core.print;

import static inky.courier.core.delivery.Lasting.FOR_GOOD;
import static inky.courier.core.delivery.Lasting.PASSES;
import static inky.courier.core.delivery.Lasting.UNTIL_MENDED;

import inky.courier.core.delivery.Cause;
import inky.courier.core.delivery.Lasting;

/** Why a device does not print, from the status codes of IPP (RFC 8011 section B.1). */
public enum PrintCause implements Cause {
    CANNOT_PRINT(UNTIL_MENDED),
    NOT_THIS_FORMAT(FOR_GOOD),
    /** It cannot do what the destination asks beside printing. */
    NOT_SO(FOR_GOOD),
    TOO_LARGE(FOR_GOOD),
    STOPPED(PASSES),
    BUSY(PASSES),
    GIVEN_UP(FOR_GOOD),
    REFUSED(FOR_GOOD);

    private final Lasting lasting;

    PrintCause(Lasting lasting) {
        this.lasting = lasting;
    }

    @Override
    public String area() {
        return "print";
    }

    @Override
    public Lasting lasting() {
        return lasting;
    }

    @Override
    public Scope scope() {
        return this == NOT_THIS_FORMAT || this == NOT_SO || this == TOO_LARGE || this == GIVEN_UP || this == REFUSED
                ? Scope.THIS_ONE
                : Scope.ROUTE;
    }

    /**
     * @param status 0x0400 or above: not successful
     * @param asked whether anything was asked beside printing
     */
    public static PrintCause ofIpp(int status, boolean asked) {
        return switch (status) {
            case 0x040B, 0x040C -> asked ? NOT_SO : NOT_THIS_FORMAT;
            case 0x0406, 0x0501 -> CANNOT_PRINT;
            case 0x0408, 0x0409 -> TOO_LARGE;
            case 0x040A, 0x0411, 0x0412 -> NOT_THIS_FORMAT;
            case 0x0502, 0x0505, 0x0507 -> BUSY;
            case 0x0504, 0x0506 -> STOPPED;
            default -> REFUSED;
        };
    }
}
