package inky.courier.destination;

import java.util.List;

/** What a connector tells while it carries; each is committed before it returns. */
public interface Progress {
    /**
     * Takes a name for a file before it gets it, so that no other delivery does. The names that a leg has taken are there
     * again for its next try.
     *
     * @param folder where it lies, the same for everybody who gets there, whichever way
     * @param position of the file
     * @return whether it is free
     */
    boolean claim(String folder, int position, String name);

    /** Gives a name back that turned out to be taken at the far side. */
    void unclaim(String folder, String name);

    /**
     * One of several messages is through, and more are to come.
     *
     * @param outcomes who has it, and who has not
     */
    void partDone(List<Outcome.Recipient> outcomes);

    /** All has been sent and only the far side's word is missing: from now on it may be there. */
    void handingOver();
}
