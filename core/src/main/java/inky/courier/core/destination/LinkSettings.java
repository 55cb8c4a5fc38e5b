package inky.courier.core.destination;

/**
 * How a download page behaves.
 *
 * @param days until it ends, 1 to 90
 * @param withPasscode whether a passcode is asked for, told to the person apart from the address
 */
public record LinkSettings(int days, boolean withPasscode) implements DestinationSettings {
    public static final LinkSettings USUAL = new LinkSettings(14, false);
}
