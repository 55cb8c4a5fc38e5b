/** Scanners that speak eSCL, the trade's published protocol for driverless scanning over HTTP; from memory. */
package inky.courier.device.escl;
