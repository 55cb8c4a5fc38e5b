package inky.courier.live;

/** Whether a session at the desk is still open; whoever keeps the sessions says so. */
public interface SessionCheck {
    boolean isOpen(String session);
}
