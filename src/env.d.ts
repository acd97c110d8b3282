/// <reference types="astro/client" />
declare namespace App {
  interface Locals {
    person: import('../core/people').Person | null;
    identified: string;
  }
}
