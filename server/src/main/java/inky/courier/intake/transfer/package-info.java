/** Courier's own file servers for devices: SFTP, FTP and FTPS. */
package inky.courier.intake.transfer;
