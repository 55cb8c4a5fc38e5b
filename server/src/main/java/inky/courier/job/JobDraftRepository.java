package inky.courier.job;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface JobDraftRepository extends JpaRepository<JobDraft, UUID> {
    List<JobDraft> findAllByOrderByAtDesc();
}
