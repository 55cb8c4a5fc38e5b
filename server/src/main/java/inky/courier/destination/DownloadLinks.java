package inky.courier.destination;

import inky.courier.core.destination.LinkSettings;
import java.util.Optional;

/** Download pages of Courier's own; a port, so that mail can send an address instead of files. */
public interface DownloadLinks {
    /**
     * @param address whole, with https
     * @param passcode to be told apart from the address; empty where none is asked for
     */
    record Made(String address, Optional<String> passcode) {}

    /** The page for a leg's files; asked again, the same one. Empty while nobody has said where Courier is reached. */
    Optional<Made> linkFor(Consignment consignment, LinkSettings settings);
}
