package inky.courier.job;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.EntityGraph;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface JobRepository extends JpaRepository<Job, UUID> {
    @EntityGraph(attributePaths = "targets")
    @Override
    List<Job> findAll();

    List<Job> findByProfileId(UUID profileId);

    List<Job> findByTemplateId(UUID templateId);

    @Query("select j from Job j join j.targets t where t.destinationId = :destination")
    List<Job> findByDestination(UUID destination);
}
