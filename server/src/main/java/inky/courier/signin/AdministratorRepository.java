package inky.courier.signin;

import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface AdministratorRepository extends JpaRepository<Administrator, UUID> {
    Optional<Administrator> findByLogin(String login);
}
