package inky.courier.live;

/** Whether a session at the desk still stands; whoever keeps the sessions says so. */
public interface Standing {
    boolean stands(String session);
}
