import { migrate } from '@/database/migrate';

// Only the migrations, for databases that tests make.
void migrate(process.env.DATABASE_URL ?? '');
