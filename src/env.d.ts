/// <reference types="astro/client" />
declare namespace App {
  interface Locals {
    person: import('../core/work/people').Person | null;
  }
}
