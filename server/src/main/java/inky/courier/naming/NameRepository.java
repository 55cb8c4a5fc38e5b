package inky.courier.naming;

import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface NameRepository extends JpaRepository<Name, UUID> {}
