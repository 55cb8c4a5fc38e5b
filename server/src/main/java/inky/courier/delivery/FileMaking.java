package inky.courier.delivery;

import inky.courier.core.message.Message;
import java.io.IOException;
import java.util.Set;

/** Makes files of a delivery's pages. */
interface FileMaking {
    /**
     * Changes nothing: what is made is kept later, if it is still wanted then.
     *
     * @throws CannotBeMade when the pages are at fault, or the profile
     * @throws IOException when this machine is at fault
     */
    Made make(Delivery delivery) throws IOException, CannotBeMade;

    /** Files that are made and not yet kept. */
    interface Made extends AutoCloseable {
        /** The kinds of paper among the files; none when every side was blank. */
        Set<String> kinds();

        /** Puts them in the place of those from before; part of the change. */
        void keep(Change change) throws IOException;

        /** What became of each page. */
        void keepReports(Delivery delivery);

        @Override
        void close();
    }

    /** It cannot be made as it is; the message is for people. */
    final class CannotBeMade extends Exception {
        private final transient Message sentence;

        CannotBeMade(Message sentence, Exception cause) {
            super(sentence.toString(), cause);
            this.sentence = sentence;
        }

        Message sentence() {
            return sentence;
        }
    }
}
