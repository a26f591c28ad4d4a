import { penApi } from './penApi';
import { serve } from './serve';

serve(penApi);
