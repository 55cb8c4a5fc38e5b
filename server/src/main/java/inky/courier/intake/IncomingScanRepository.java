package inky.courier.intake;

import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface IncomingScanRepository extends JpaRepository<IncomingScan, UUID> {
    boolean existsByKey(String key);

    /** Nobody else's until the transaction ends. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select s from IncomingScan s where s.id = :id")
    Optional<IncomingScan> hold(UUID id);

    List<IncomingScan> findByStateOrderByArrivedAt(IncomingScan.State state, Limit most);

    List<IncomingScan> findByStateNotOrderByArrivedAtDesc(IncomingScan.State state, Limit most);

    List<IncomingScan> findByPersonIdOrderByArrivedAtDesc(UUID person);

    List<IncomingScan> findBySender(String sender);

    List<IncomingScan> findByStateAndArrivedAtBefore(IncomingScan.State state, Instant before);

    void deleteByStateNotAndArrivedAtBefore(IncomingScan.State state, Instant before);
}
