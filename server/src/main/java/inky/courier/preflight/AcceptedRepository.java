package inky.courier.preflight;

import inky.courier.core.office.ItemKind;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface AcceptedRepository extends JpaRepository<Accepted, UUID> {
    Optional<Accepted> findByCodeAndSubjectKindAndSubjectId(String code, ItemKind kind, UUID id);
}
