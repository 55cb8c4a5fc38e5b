package inky.courier.destination;

import java.util.List;

/** Short mails of Courier's own to people; a port, so that who has news need not know about mail servers. */
public interface Announcements {
    /** @param files that go with it; small, since they are held in memory */
    record Announcement(String name, String email, String subject, String text, List<Attachment> files) {
        public Announcement(String name, String email, String subject, String text) {
            this(name, email, subject, text, List.of());
        }
    }

    @SuppressWarnings("ArrayRecordComponent")
    record Attachment(String name, String mediaType, byte[] content) {}

    /** @return whether a mail server has taken it */
    boolean send(Announcement announcement);
}
