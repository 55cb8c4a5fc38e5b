package inky.courier.addressbook;

import inky.courier.core.contact.Contact;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;

@Entity
@Table(name = "contact")
class StoredContact {
    @Id
    UUID id = UUID.randomUUID();

    @Version
    Long version;

    String name;
    String email;
    String company;

    /** Where it is seen; empty for everywhere. */
    String place = "";

    /** Whose own it is; null where others have it too. */
    UUID personId;

    Instant createdAt;

    Contact value() {
        return new Contact(name, email, company);
    }
}
