package inky.courier.intake.inbox;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface InboxFileRepository extends JpaRepository<InboxFile, UUID> {
    List<InboxFile> findByInboxId(UUID inbox);

    void deleteByInboxIdAndTakenFalse(UUID inbox);
}
