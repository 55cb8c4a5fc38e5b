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
    Instant createdAt;
}
