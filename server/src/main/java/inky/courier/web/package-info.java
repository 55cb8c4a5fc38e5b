/** What every web endpoint shares: who may call, and how errors are told. */
package inky.courier.web;
