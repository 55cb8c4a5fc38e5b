package inky.courier.device;

import jakarta.persistence.LockModeType;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface DeviceRepository extends JpaRepository<Device, UUID> {
    Optional<Device> findByAddressAndPort(String address, int port);

    /** Nobody else's until the transaction ends: what a device says is written by the round, and by whoever looks again. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select d from Device d where d.id = :id")
    Optional<Device> hold(UUID id);
}
