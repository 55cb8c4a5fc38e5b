package inky.courier.core.delivery;

import java.time.Instant;
import java.util.Optional;
import java.util.random.RandomGenerator;

/**
 * The making of a delivery's files. Whatever changes the pages, or what the files may weigh, asks for a new revision; files
 * that were made for another revision never leave.
 *
 * @param wanted the revision that is wanted, 1 or more
 * @param made the revision that lies ready; 0 for none
 * @param begun tries in a row that began and never ended, because the process died in them
 * @param failures tries in a row that ended without files
 * @param since when the wanted revision was first tried
 * @param next when it is tried (again); empty when it lies ready or has stopped
 */
public record Making(int wanted, int made, int begun, int failures, Optional<Instant> since, Optional<Instant> next) {
    /** A process that dies so often over the same pages will die of them again. */
    public static final int MOST_DEATHS = 3;

    /** Nothing has been made yet; due at once. */
    public static Making first(Instant now) {
        return new Making(1, 0, 0, 0, Optional.empty(), Optional.of(now));
    }

    /** Whether what lies ready is what is wanted. */
    public boolean isReady() {
        return made == wanted;
    }

    /** Whether nothing lies ready and Courier does not try again by itself. */
    public boolean isStopped() {
        return !isReady() && next.isEmpty();
    }

    /** Whether too many processes have died in it. */
    public boolean isDeadly() {
        return begun >= MOST_DEATHS;
    }

    /** Pages or limits have changed: what lies ready, or is being made, is out of date. */
    public Making changed(Instant now) {
        return new Making(wanted + 1, made, 0, 0, Optional.empty(), Optional.of(now));
    }

    /** A try begins. */
    public Making begun(Instant now) {
        return new Making(wanted, made, begun + 1, failures, since.or(() -> Optional.of(now)), next);
    }

    /** It cannot begin just now, through no fault of the pages. */
    public Making postponed(Instant until) {
        return new Making(wanted, made, Math.max(0, begun - 1), failures, since, Optional.of(until));
    }

    /** It need not wait for its next try: something has changed. Its failures still count. */
    public Making soon(Instant now) {
        return new Making(wanted, made, begun, failures, since, next.map(at -> at.isBefore(now) ? at : now));
    }

    /** The wanted revision lies ready. */
    public Making done() {
        return new Making(wanted, wanted, 0, 0, Optional.empty(), Optional.empty());
    }

    /** This machine could not make it: tried again with growing pauses, until it is time to stop. */
    public Making failed(Instant now, RandomGenerator random) {
        return new Making(
                wanted,
                made,
                0,
                failures + 1,
                since,
                RetrySchedule.afterOwnFailure(failures + 1, since.orElse(now), now, random));
    }

    /** It cannot be made as it is. */
    public Making stopped() {
        return new Making(wanted, made, 0, failures, since, Optional.empty());
    }

    /** A person asks for another try. */
    public Making askedAgain(Instant now) {
        return new Making(wanted, made, 0, 0, Optional.empty(), Optional.of(now));
    }
}
