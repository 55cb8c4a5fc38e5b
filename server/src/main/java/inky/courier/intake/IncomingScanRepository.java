package inky.courier.intake;

import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface IncomingScanRepository extends JpaRepository<IncomingScan, UUID> {
    boolean existsByKey(String key);

    /** Whether one came that is kept, or was. */
    @Query("select count(s) > 0 from IncomingScan s"
            + " where s.key like :begin || '%' and s.state <> REFUSED and s.arrivedAt > :since")
    boolean wasKept(String begin, Instant since);

    /** Nobody else's until the transaction ends. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select s from IncomingScan s where s.id = :id")
    Optional<IncomingScan> hold(UUID id);

    String SEEN = "(:everywhere = true or s.deviceId in :devices)";

    /** @param devices from which they may be, unless they may be from {@code everywhere} */
    @Query("select s from IncomingScan s where s.state = UNCLAIMED and " + SEEN + " order by s.arrivedAt")
    List<IncomingScan> findUnclaimed(boolean everywhere, Collection<UUID> devices, Limit most);

    /** What names nobody, of one device. */
    @Query("select s from IncomingScan s where s.state = UNCLAIMED and s.deviceId = :device and s.personId is null"
            + " and s.jobId is not null and s.arrivedAt > :since order by s.arrivedAt desc")
    List<IncomingScan> findClaimable(UUID device, Instant since, Limit most);

    @Query("select count(s) from IncomingScan s where s.state = UNCLAIMED and " + SEEN)
    int countUnclaimed(boolean everywhere, Collection<UUID> devices);

    @Query("select s from IncomingScan s where s.state <> UNCLAIMED and " + SEEN + " order by s.arrivedAt desc")
    List<IncomingScan> findSettled(boolean everywhere, Collection<UUID> devices, Limit most);

    @Query(
            "select s.arrivedAt from IncomingScan s where s.arrivedAt >= :since and s.state not in (IGNORED, REFUSED) order by s.arrivedAt")
    List<Instant> findArrivals(Instant since);

    List<IncomingScan> findByPersonIdOrderByArrivedAtDesc(UUID person);

    List<IncomingScan> findBySender(String sender);

    List<IncomingScan> findByStateAndArrivedAtBefore(IncomingScan.State state, Instant before);

    void deleteByStateNotAndArrivedAtBefore(IncomingScan.State state, Instant before);
}
