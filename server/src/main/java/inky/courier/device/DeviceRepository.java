package inky.courier.device;

import jakarta.annotation.Nullable;
import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface DeviceRepository extends JpaRepository<Device, UUID> {
    /** Those that are to be asked by now, whoever has waited longest first. */
    @Query("select d.id from Device d where d.nextLookAt <= :now order by d.nextLookAt")
    List<UUID> due(Instant now);

    @Modifying
    @Query("update Device d set d.inUseUntil = :until, d.nextLookAt = :now where d.id = :id")
    void inUse(UUID id, Instant until, Instant now);

    @Modifying
    @Query("update Device d set d.nextLookAt = :now where d.id in :ids and d.nextLookAt > :now")
    void lookSoon(List<UUID> ids, Instant now);

    @Modifying
    @Query("update Device d set d.updatingUntil = :until, d.nextLookAt = :now where d.id = :id")
    void updating(UUID id, @Nullable Instant until, Instant now);

    Optional<Device> findByAddressAndPort(String address, int port);

    /** Nobody else's until the transaction ends: what a device says is written by the round, and by whoever looks again. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select d from Device d where d.id = :id")
    Optional<Device> hold(UUID id);
}
