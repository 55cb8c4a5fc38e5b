package inky.courier.scan;

import jakarta.persistence.LockModeType;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface ScanRepository extends JpaRepository<Scan, UUID> {
    /** Nobody else's until the transaction ends. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select s from Scan s where s.id = :id")
    Optional<Scan> hold(UUID id);
}
