/** One-touch jobs: profile, name and destinations under one button. */
package inky.courier.job;
