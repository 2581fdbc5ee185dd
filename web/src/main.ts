import { askEarly } from '@/model/early-asset'

// Before anything else is loaded: what the address is about, and the scripts that draw it.
if (askEarly(window.location.pathname)) void import('@/stage/stage')
void import('@/start')
