package inky.courier.core.print;

import static inky.courier.core.delivery.Lasting.FOR_GOOD;
import static inky.courier.core.delivery.Lasting.PASSES;
import static inky.courier.core.delivery.Lasting.UNTIL_MENDED;

import inky.courier.core.delivery.Cause;
import inky.courier.core.delivery.Lasting;

/** Why a device does not print, from the status codes of IPP (RFC 8011 section B.1). */
public enum PrintCause implements Cause {
    CANNOT_PRINT(UNTIL_MENDED, "This device does not print.", "Choose another device for this destination."),
    NOT_THIS_FORMAT(
            FOR_GOOD,
            "The device does not print files of this sort.",
            "Let the job's profile make PDF without a passcode, then scan again."),
    TOO_LARGE(FOR_GOOD, "The file is larger than the device takes.", "Scan at a lower resolution or in grey."),
    STOPPED(PASSES, "The device has stopped.", "Clear it at the device; waiting jobs are then printed automatically."),
    BUSY(PASSES, "The device is busy.", "No action needed: Courier tries again automatically."),
    GIVEN_UP(
            FOR_GOOD,
            "The device took it for printing and then gave it up.",
            "Check the device's display, then try again."),
    REFUSED(FOR_GOOD, "The device refuses to print it.", "Its reply is shown here.");

    private final Told told;

    PrintCause(Lasting lasting, String sentence, String remedy) {
        this.told = new Told(lasting, sentence, remedy);
    }

    @Override
    public Told told() {
        return told;
    }

    @Override
    public Scope scope() {
        return this == NOT_THIS_FORMAT || this == TOO_LARGE || this == GIVEN_UP || this == REFUSED
                ? Scope.THIS_ONE
                : Scope.ROUTE;
    }

    /** @param status 0x0400 or above: not successful */
    public static PrintCause ofIpp(int status) {
        return switch (status) {
            case 0x0406, 0x0501 -> CANNOT_PRINT;
            case 0x0408, 0x0409 -> TOO_LARGE;
            case 0x040A, 0x040B, 0x0411, 0x0412 -> NOT_THIS_FORMAT;
            case 0x0502, 0x0505, 0x0507 -> BUSY;
            case 0x0504, 0x0506 -> STOPPED;
            default -> REFUSED;
        };
    }
}
