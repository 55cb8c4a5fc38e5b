package inky.courier.addressbook;

import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface GroupRepository extends JpaRepository<StoredGroup, UUID> {}
