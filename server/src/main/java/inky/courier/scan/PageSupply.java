package inky.courier.scan;

import inky.courier.device.DeviceTrouble;
import java.io.IOException;

/** Where the pages of a load are from. */
interface PageSupply {
    /** Begins; its pages can be taken from then on. */
    Load begin() throws DeviceTrouble, IOException;

    /** A load under way; closed when its last page was taken, or nobody wants more of it. */
    interface Load extends AutoCloseable {
        /** Waits for the next page. */
        ArrivingPage next() throws DeviceTrouble, IOException;

        /** Whether more will follow what came last; waits where only the device knows. */
        boolean hasNext() throws DeviceTrouble;

        /** Nobody wants the rest. */
        void cancel();

        @Override
        default void close() {}
    }
}
