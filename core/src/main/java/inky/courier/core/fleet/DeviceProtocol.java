package inky.courier.core.fleet;

/** How a device is spoken to. For each there are implementations of what it can: asking how it is, scanning, printing. */
public enum DeviceProtocol {
    /** Internet Printing Protocol with scanning: RFC 8011, PWG 5100.17. */
    IPP,
    /** eSCL, the trade's published protocol for driverless scanning over HTTP. */
    ESCL,
    /** The network protocol of SANE: scanners on other computers. Never encrypted. */
    SANE,
    /** It sends its scans by mail, of its own; it cannot be asked anything. */
    MAIL;

    /** Whether anything answers at its address. */
    public boolean answers() {
        return this != MAIL;
    }
}
