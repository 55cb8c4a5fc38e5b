package inky.courier.device;

import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface DeviceRepository extends JpaRepository<Device, UUID> {
    Optional<Device> findByAddressAndPort(String address, int port);
}
