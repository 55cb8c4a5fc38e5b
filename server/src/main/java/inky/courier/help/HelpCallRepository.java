package inky.courier.help;

import jakarta.annotation.Nullable;
import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface HelpCallRepository extends JpaRepository<HelpCall, UUID> {
    /** Nobody else's until the transaction ends. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select c from HelpCall c where c.id = :id")
    Optional<HelpCall> hold(UUID id);

    String OPEN = "select c from HelpCall c where c.deviceId = :device and c.endedAt is null"
            + " and (c.personId = :person or c.personId is null and :person is null)";

    @Query(OPEN)
    Optional<HelpCall> findOpen(UUID device, @Nullable UUID person);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query(OPEN)
    Optional<HelpCall> holdOpen(UUID device, @Nullable UUID person);

    int countByDeviceIdAndCalledAtAfter(UUID device, Instant since);

    List<HelpCall> findByEndedAtIsNullOrderByCalledAt();

    List<HelpCall> findByEndedAtIsNotNullOrderByCalledAtDesc(Limit most);

    List<HelpCall> findByPersonIdOrderByCalledAtDesc(UUID person);

    List<HelpCall> findByEndedAtIsNullAndCalledAtBefore(Instant before);

    void deleteByEndedAtBefore(Instant before);
}
