package inky.courier.folder;

import inky.courier.core.transfer.TransferStep;
import java.io.IOException;
import java.util.Optional;

/** What the exceptions of a protocol's library mean; each carries the far side's own status. */
interface Translation {
    /** Something that a library does. */
    interface Call<T> {
        T run() throws IOException;
    }

    /** The exception to throw instead; empty when it is none of the library's own. */
    Optional<IOException> of(TransferStep step, Exception e);

    default <T> T tried(TransferStep step, Call<T> call) throws IOException {
        try {
            return call.run();
        } catch (IOException | RuntimeException e) {
            Optional<IOException> instead = of(step, e);
            if (instead.isPresent()) {
                throw instead.get();
            }
            throw e;
        }
    }
}
