package inky.courier.intake;

import inky.courier.core.message.Message;

/** What a device sent is not kept. */
public final class NotTaken extends Exception {
    private static final Message CUT = Message.of("problem.intake.cut");

    private final transient Message why;
    private final boolean forNow;

    private NotTaken(Message why, boolean forNow, Throwable cause) {
        super(why.toString(), cause);
        this.why = why;
        this.forNow = forNow;
    }

    /** It will be refused again. */
    public static NotTaken ever(Message why) {
        return new NotTaken(why, false, null);
    }

    /** It may be kept later. */
    static NotTaken forNow(Throwable cause) {
        return new NotTaken(Message.of("intake.later"), true, cause);
    }

    /** It ends too early; more of it may come. */
    public static NotTaken cut() {
        return ever(CUT);
    }

    public boolean isCut() {
        return why.equals(CUT);
    }

    public Message why() {
        return why;
    }

    public boolean isForNow() {
        return forNow;
    }
}
