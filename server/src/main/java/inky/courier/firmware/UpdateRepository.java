package inky.courier.firmware;

import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface UpdateRepository extends JpaRepository<Update, UUID> {
    @Query("select u from Update u order by u.orderedAt desc, u.id")
    List<Update> latest(Limit limit);

    /** Nobody else's until the transaction ends: whether anything is still to be done is asked by its task, and changed by people. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select u from Update u where u.id = :id")
    Optional<Update> hold(UUID id);

    /** Those of which everything has ended. */
    @Modifying
    @Query("delete from Update u where u.orderedAt < :before and not exists "
            + "(select 1 from UpdateStep s where s.updateId = u.id and s.endedAt is null)")
    void removeBefore(Instant before);
}
