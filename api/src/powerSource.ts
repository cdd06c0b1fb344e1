import { z } from 'zod';

export const POWER_SOURCES = ['crank', 'pedal', 'hub', 'trainer', 'none'] as const;
export const powerSourceSchema = z.enum(POWER_SOURCES);
