package inky.courier.intake.inbox;

import inky.courier.core.office.DestinationItem;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface InboxRepository extends JpaRepository<Inbox, UUID> {
    Optional<Inbox> findByAccount(String account);

    List<Inbox> findByTroubleSinceNotNull();

    /** Folders that are to be looked into by now. @param nothing {@link DestinationItem#NOTHING} */
    @Query("select i.id from Inbox i where i.destinationId <> :nothing and i.nextLookAt <= :now")
    List<UUID> due(UUID nothing, Instant now);
}
