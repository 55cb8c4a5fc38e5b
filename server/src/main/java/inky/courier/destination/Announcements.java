package inky.courier.destination;

/** Short mails of Courier's own to people; a port, so that who has news need not know about mail servers. */
public interface Announcements {
    record Announcement(String name, String email, String subject, String text) {}

    /** @return whether a mail server has taken it */
    boolean send(Announcement announcement);
}
