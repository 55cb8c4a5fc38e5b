package inky.courier.people;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;

@Entity
class Person {
    @Id
    UUID id = UUID.randomUUID();

    @Version
    Long version;

    String name;
    String login;
    String email;

    /** As a tag of BCP 47; empty for the office's. */
    String language = "";

    /** Names as JSON, in the order in which they were given. */
    String groups = "[]";

    /** Keyed look-up value of the PIN, of which nobody without the key can make a PIN; unique. */
    byte[] pinIndex;

    int pinLength;

    /** Of a PIN that is on its way to them; null where none is. */
    byte[] nextPinIndex;

    /** Unknown of PINs from before this was kept. */
    Instant pinMadeAt;

    /** Whether an administrator had it made, and it was never replaced. */
    boolean pinByOther;

    /** They cannot sign in. */
    boolean disabled;

    /** From which they come, and by which they are known there; null for who is from none. */
    UUID directoryId;

    String directoryKey;

    /** The groups that the directory put them in, as JSON. */
    String directoryGroups = "[]";

    /** They were disabled because the directory has them no more. */
    boolean leftDirectory;

    Instant createdAt;
}
