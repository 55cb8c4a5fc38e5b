package inky.courier.core.fleet;

import java.util.Collection;

/**
 * Which devices of an update may begin: first one alone; when it has come back well the others, so many at once; and none any more once one has
 * failed, until somebody has looked and lets it go on.
 *
 * @param mayBegin how many more
 * @param held whether it waits for somebody who lets it go on
 */
public record StagedUpdate(int mayBegin, boolean held) {
    /** How one device of it stands. */
    public enum Step {
        WAITING,
        UPDATING,
        /** It runs the new version and can be used. */
        DONE,
        FAILED,
        /** Somebody stopped it before it began, or the device is no longer there. */
        STOPPED
    }

    /**
     * @param steps of all its devices
     * @param atOnce 1 or more
     * @param looked after how many failures somebody let it go on; 0 where nobody had to
     */
    public static StagedUpdate of(Collection<Step> steps, int atOnce, int looked) {
        long waiting = count(steps, Step.WAITING);
        if (count(steps, Step.FAILED) > looked) {
            return new StagedUpdate(0, waiting > 0);
        }
        long together = count(steps, Step.DONE) == 0 ? 1 : atOnce;
        long free = Math.max(0, together - count(steps, Step.UPDATING));
        return new StagedUpdate((int) Math.min(free, waiting), false);
    }

    private static long count(Collection<Step> steps, Step wanted) {
        return steps.stream().filter(wanted::equals).count();
    }
}
